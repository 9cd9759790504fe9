/// <reference types="vite/client" />
declare module '@fontsource-variable/source-sans-3';
declare module '@fontsource/source-code-pro';
