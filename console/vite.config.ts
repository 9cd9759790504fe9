import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  build: { outDir: '../service/web/built', emptyOutDir: true, chunkSizeWarningLimit: 1200 },
});
