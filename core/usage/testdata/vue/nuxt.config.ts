export default defineNuxtConfig({ extends: ['./base', 'github:ferry/layer#v2'] });
