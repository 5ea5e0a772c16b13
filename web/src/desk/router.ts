import { createRouter, createWebHistory, type RouteRecordRaw } from 'vue-router';
import { inWords } from '../client/request';
import { useSession } from '../client/session';

declare module 'vue-router' {
  interface RouteMeta {
    /** Whose page it is; everybody's when it does not say. */
    who?: 'teacher' | 'administrator';
    title: string;
  }
}

const teacher = (title: string) => ({ who: 'teacher' as const, title });

/** Pages for whoever is not signed in. */
export const open = ['/sign-in', '/setup', '/welcome'];

const routes: RouteRecordRaw[] = [
  {
    path: '/sign-in',
    component: () => import('./accounts/SignInPage.vue'),
    meta: { title: 'Sign in' },
  },
  {
    path: '/setup',
    component: () => import('./accounts/SetupPage.vue'),
    meta: { title: 'Begin a school' },
  },
  {
    path: '/welcome',
    component: () => import('./accounts/WelcomePage.vue'),
    meta: { title: 'Choose a password' },
  },
  {
    path: '/account',
    component: () => import('./accounts/AccountPage.vue'),
    meta: { title: 'My account' },
  },
  { path: '/', component: () => import('./today/TodayPage.vue'), meta: teacher('Today') },
  { path: '/banks', component: () => import('./banks/BanksPage.vue'), meta: teacher('Banks') },
  {
    path: '/banks/retired',
    component: () => import('./banks/RetiredPage.vue'),
    meta: teacher('Retired items'),
  },
  {
    path: '/banks/import',
    component: () => import('./interchange/ImportPage.vue'),
    meta: teacher('Bring items in'),
  },
  {
    path: '/passages',
    component: () => import('./passages/PassagesPage.vue'),
    meta: teacher('Passages'),
  },
  {
    path: '/passages/:passageId(\\d+|new)',
    component: () => import('./passages/PassagePage.vue'),
    meta: teacher('Passage'),
  },
  {
    path: '/items/:itemId(\\d+|new)',
    component: () => import('./items/ItemPage.vue'),
    meta: teacher('Item'),
  },
  {
    path: '/tests',
    component: () => import('./assessments/TestsPage.vue'),
    meta: teacher('Tests'),
  },
  {
    path: '/tests/:testId(\\d+)',
    component: () => import('./assessments/BuildPage.vue'),
    meta: teacher('Test'),
  },
  {
    path: '/tests/:testId(\\d+)/items/:entryId',
    component: () => import('./assessments/EditItemPage.vue'),
    meta: teacher('Edit item'),
  },
  {
    path: '/tests/:testId(\\d+)/look',
    component: () => import('./assessments/PreviewPage.vue'),
    meta: teacher('Look through'),
  },
  {
    path: '/tests/:testId(\\d+)/print',
    component: () => import('./assessments/PrintPage.vue'),
    meta: teacher('Print'),
  },
  {
    path: '/tests/:testId(\\d+)/blueprint',
    component: () => import('./assessments/BlueprintPage.vue'),
    meta: teacher('Blueprint'),
  },
  {
    path: '/tests/:testId(\\d+)/assign',
    component: () => import('./assignments/AssignPage.vue'),
    meta: teacher('Assign'),
  },
  {
    path: '/classes/:classId(\\d+)?',
    component: () => import('./classes/ClassesPage.vue'),
    meta: teacher('Classes'),
  },
  {
    path: '/classes/:classId(\\d+)/bring',
    component: () => import('./classes/BringPage.vue'),
    meta: teacher('Bring students in'),
  },
  {
    path: '/classes/:classId(\\d+)/slips',
    component: () => import('./classes/SlipsPage.vue'),
    meta: teacher('Sign-in slips'),
  },
  {
    path: '/classes/:classId(\\d+)/list',
    component: () => import('./classes/ClassListPage.vue'),
    meta: teacher('Class list'),
  },
  {
    path: '/schedule',
    component: () => import('./assignments/SchedulePage.vue'),
    meta: teacher('Schedule'),
  },
  {
    path: '/assignments/:assignmentId(\\d+)',
    component: () => import('./assignments/AssignmentPage.vue'),
    meta: teacher('Assignment'),
  },
  {
    path: '/watch/:assignmentId(\\d+)',
    component: () => import('./watching/WatchPage.vue'),
    meta: teacher('Watch'),
  },
  {
    path: '/marking',
    component: () => import('./marking/MarkingListPage.vue'),
    meta: teacher('Marking'),
  },
  {
    path: '/marking/:assignmentId(\\d+)/:entryId/:partId',
    component: () => import('./marking/MarkingPage.vue'),
    meta: teacher('Marking'),
  },
  {
    path: '/marking/:assignmentId(\\d+)/students',
    component: () => import('./marking/MarkingPage.vue'),
    meta: teacher('Marking'),
  },
  {
    path: '/marking/second/:secondMarkingId(\\d+)',
    component: () => import('./marking/MarkingPage.vue'),
    meta: teacher('Second marking'),
  },
  {
    path: '/marking/:assignmentId(\\d+)/:entryId/:partId/second',
    component: () => import('./marking/SecondPage.vue'),
    meta: teacher('Second marker'),
  },
  {
    path: '/marking/:assignmentId(\\d+)/:entryId/:partId/unknown',
    component: () => import('./marking/UnknownPage.vue'),
    meta: teacher('Answers to decide'),
  },
  {
    path: '/mailbox',
    component: () => import('./letters/MailboxPage.vue'),
    meta: teacher('Mailbox'),
  },
  {
    path: '/results',
    component: () => import('./results/ResultsListPage.vue'),
    meta: teacher('Results'),
  },
  {
    path: '/results/:assignmentId(\\d+)/:tab(overview|items|students|standards|compare)?',
    component: () => import('./results/ResultsPage.vue'),
    meta: teacher('Results'),
  },
  {
    path: '/results/sheet/:sheetId(\\d+)/:tab(overview|items|students)?',
    component: () => import('./results/ResultsPage.vue'),
    meta: teacher('Results'),
  },
  {
    path: '/results/bring',
    component: () => import('./results/BringPage.vue'),
    meta: teacher('Bring answers in'),
  },
  {
    path: '/results/:assignmentId(\\d+)/students/:studentId(\\d+)',
    component: () => import('./results/StudentPage.vue'),
    meta: teacher('Student'),
  },
  {
    path: '/results/:assignmentId(\\d+)/rescore/:entryId',
    component: () => import('./rescoring/RescorePage.vue'),
    meta: teacher('What counts'),
  },
  {
    path: '/results/:assignmentId(\\d+)/follow-up',
    component: () => import('./results/FollowUpPage.vue'),
    meta: teacher('Follow-up'),
  },
  {
    path: '/office',
    component: () => import('../office/OfficePage.vue'),
    meta: { who: 'administrator', title: 'Office' },
  },
  {
    path: '/office/standards',
    component: () => import('../office/StandardsPage.vue'),
    meta: { who: 'administrator', title: 'Standards' },
  },
  {
    path: '/:rest(.*)*',
    component: () => import('./NotFoundPage.vue'),
    meta: { title: 'Not found' },
  },
];

export const router = createRouter({ history: createWebHistory(), routes });

router.beforeEach(async (to) => {
  const session = useSession();
  if (!session.known)
    try {
      await session.load();
    } catch (error) {
      // Whoever is signed in is not shown the door because the server does not answer.
      session.away = inWords(error);
      return false;
    }
  const { account } = session;
  if (open.includes(to.path)) return true;
  if (!account) return { path: '/sign-in', query: to.fullPath === '/' ? {} : { to: to.fullPath } };
  if (account.role === 'student') {
    location.assign('/seat');
    return false;
  }
  if (to.meta.who && to.meta.who !== account.role)
    return account.role === 'administrator' ? '/office' : '/';
  return true;
});

router.afterEach((to) => {
  document.title = `${to.meta.title} · Oaken Ledger`;
});
