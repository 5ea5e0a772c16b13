import '../theme/ledger.css';
import '../theme/toolkit.css';
import 'element-plus/es/components/message-box/style/css';
import { config } from 'zod';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import DeskApp from './DeskApp.vue';
import { router } from './router';

// The pages forbid code made from text, so the schemas are checked without it.
config({ jitless: true });

createApp(DeskApp).use(createPinia()).use(router).mount('#app');
