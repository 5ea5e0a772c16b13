import '../theme/ledger.css';
import '../sitting/seat.css';
import '../theme/theme';
import { createPinia } from 'pinia';
import { createApp, watch } from 'vue';
import { createRouter, createWebHistory, RouterView } from 'vue-router';
import { onSignedOut } from '../client/request';
import { useSession } from '../client/session';
import { followAccountLanguage } from './accountLanguage';
import { keepSession, openSession } from './keptSession';
import ListPage from './ListPage.vue';
import SittingPage from './SittingPage.vue';
import { rememberLanguage } from '../words';

const router = createRouter({
  history: createWebHistory('/seat'),
  routes: [
    { path: '/', component: ListPage },
    { path: '/sign-in', component: () => import('./SignInPage.vue') },
    { path: '/guest/:token', component: () => import('./GuestPage.vue') },
    { path: '/begin/:assignmentId(\\d+)', component: () => import('./BeginPage.vue') },
    { path: '/sit/:assignmentId(\\d+)', component: SittingPage },
    { path: '/report/:assignmentId(\\d+)', component: () => import('./ReportPage.vue') },
    { path: '/round/:roundId(\\d+)', component: () => import('./RoundPage.vue') },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});

router.beforeEach(async (to) => {
  const session = useSession();
  if (!session.known && !session.account) await openSession();
  if (to.path.startsWith('/guest/')) return true;
  if (to.path === '/sign-in') return session.account?.role === 'student' ? '/' : true;
  if (session.known && session.account?.role !== 'student')
    return { path: '/sign-in', query: to.path === '/' ? {} : { to: to.fullPath } };
  return true;
});

const app = createApp(RouterView).use(createPinia()).use(router);
watch(() => useSession().account, keepSession);
followAccountLanguage();
onSignedOut(() => {
  useSession().account = null;
  // While sitting, the page itself says so and keeps what is typed.
  if (!router.currentRoute.value.path.startsWith('/sit/')) void router.push('/sign-in');
});
void rememberLanguage().then(() => app.mount('#app'));

// After the page itself, which should not wait for it.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  addEventListener('load', () =>
    setTimeout(
      () =>
        void navigator.serviceWorker
          .register('/seat-worker.js', { scope: '/seat' })
          .catch(() => {}),
      2_000,
    ),
  );
