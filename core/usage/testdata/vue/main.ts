import { createApp } from 'vue';
import { Plank } from 'lib';
import App from './App.vue';
const app = createApp(App);
app.component('global', Plank);
