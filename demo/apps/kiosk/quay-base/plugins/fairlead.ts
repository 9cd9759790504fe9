import { SailingRow } from '@saltmarsh/fairlead-vue';

export default defineNuxtPlugin((nuxt) => {
  nuxt.vueApp.component('SailingRow', SailingRow);
});
