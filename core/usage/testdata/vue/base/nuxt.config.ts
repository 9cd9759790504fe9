export default defineNuxtConfig({ extends: ['..'], modules: [] });
