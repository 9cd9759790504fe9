export default defineNuxtConfig({
  extends: ['./quay-base'],
});
