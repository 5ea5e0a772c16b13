import '../look/ledger.css';
import '../parts/sitting/seat.css';
import '../look/theme';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import { createRouter, createWebHistory, RouterView } from 'vue-router';
import { onSignedOut } from '../client/request';
import { useSession } from '../client/session';
import ListPage from './ListPage.vue';
import SignInPage from './SignInPage.vue';
import SittingPage from './SittingPage.vue';

const router = createRouter({
  history: createWebHistory('/seat'),
  routes: [
    { path: '/', component: ListPage },
    { path: '/sign-in', component: SignInPage },
    { path: '/guest/:token', component: () => import('./GuestPage.vue') },
    { path: '/begin/:assignmentId(\\d+)', component: () => import('./BeginPage.vue') },
    { path: '/sit/:assignmentId(\\d+)', component: SittingPage },
    { path: '/report/:assignmentId(\\d+)', component: () => import('./ReportPage.vue') },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});

router.beforeEach(async (to) => {
  const session = useSession();
  if (!session.known) await session.load().catch(() => {});
  if (to.path.startsWith('/guest/')) return true;
  if (to.path === '/sign-in') return session.account?.role === 'student' ? '/' : true;
  if (session.known && session.account?.role !== 'student')
    return { path: '/sign-in', query: to.path === '/' ? {} : { to: to.fullPath } };
  return true;
});

const app = createApp(RouterView).use(createPinia()).use(router);
onSignedOut(() => {
  useSession().account = null;
  // While sitting, the page itself says so and keeps what is typed.
  if (!router.currentRoute.value.path.startsWith('/sit/')) void router.push('/sign-in');
});
app.mount('#app');
