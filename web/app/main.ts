/** Starts the interface. */
import './reset.css';
import '@fontsource-variable/schibsted-grotesk';
import '@fontsource-variable/jetbrains-mono';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import './base.css';
import { router } from './router.ts';
import { vuetify } from './vuetify.ts';

// Plates are measured in this font: it is asked for before the first of them is drawn.
void document.fonts.load("700 13px 'Schibsted Grotesk Variable'");

createApp(App).use(createPinia()).use(router).use(vuetify).mount('#app');
