import { createRouter, createWebHistory, type RouteRecordRaw } from 'vue-router';
import { inWords } from '../client/request';
import { useSession } from '../client/session';
import { say } from '../words/teacher';
import { paperRoutes } from './paper/routes';

declare module 'vue-router' {
  interface RouteMeta {
    /** Whose page it is; everybody's when it does not say. */
    who?: 'teacher' | 'administrator';
    title: string;
    /** It stands alone, without the spine. */
    bare?: boolean;
  }
}

const teacher = (title: string) => ({ who: 'teacher' as const, title });

/** Pages for whoever is not signed in. */
export const open = ['/sign-in', '/setup', '/welcome'];

const routes: RouteRecordRaw[] = [
  {
    path: '/sign-in',
    component: () => import('./accounts/SignInPage.vue'),
    meta: { title: say('desk.signIn') },
  },
  {
    path: '/setup',
    component: () => import('./accounts/SetupPage.vue'),
    meta: { title: say('desk.setUpSchool') },
  },
  {
    path: '/welcome',
    component: () => import('./accounts/WelcomePage.vue'),
    meta: { title: say('desk.choosePassword') },
  },
  {
    path: '/glossary',
    component: () => import('./glossary/GlossaryPage.vue'),
    meta: { title: say('glossary.labels.title') },
  },
  {
    path: '/help',
    component: () => import('./help/HelpPage.vue'),
    meta: { title: say('help.title') },
  },
  {
    path: '/account',
    component: () => import('./accounts/AccountPage.vue'),
    meta: { title: say('desk.myAccount') },
  },
  { path: '/', component: () => import('./today/TodayPage.vue'), meta: teacher(say('desk.today')) },
  {
    path: '/curricula/:curriculumId(\\d+)?',
    component: () => import('./curriculum/CurriculumPage.vue'),
    meta: teacher(say('curriculum.title')),
  },
  {
    path: '/banks',
    component: () => import('./banks/BanksPage.vue'),
    meta: teacher(say('common.banks')),
  },
  {
    path: '/banks/retired',
    component: () => import('./banks/RetiredPage.vue'),
    meta: teacher(say('desk.retiredItems')),
  },
  {
    path: '/banks/import',
    component: () => import('./interchange/ImportPage.vue'),
    meta: teacher(say('desk.importItems')),
  },
  {
    path: '/passages',
    component: () => import('./passages/PassagesPage.vue'),
    meta: teacher(say('common.passages')),
  },
  {
    path: '/passages/:passageId(\\d+|new)',
    component: () => import('./passages/PassagePage.vue'),
    meta: teacher(say('common.passage')),
  },
  {
    path: '/items/:itemId(\\d+|new)',
    component: () => import('./items/ItemPage.vue'),
    meta: teacher(say('common.item')),
  },
  {
    path: '/tests',
    component: () => import('./assessments/TestsPage.vue'),
    meta: teacher(say('common.tests')),
  },
  {
    path: '/tests/:testId(\\d+)',
    component: () => import('./assessments/BuildPage.vue'),
    meta: teacher(say('common.test')),
  },
  {
    path: '/tests/:testId(\\d+)/items/:entryId',
    component: () => import('./assessments/EditItemPage.vue'),
    meta: teacher(say('desk.editItem')),
  },
  {
    path: '/tests/:testId(\\d+)/look',
    component: () => import('./assessments/PreviewPage.vue'),
    meta: teacher(say('desk.preview')),
  },
  {
    path: '/tests/:testId(\\d+)/print',
    component: () => import('./assessments/PrintPage.vue'),
    meta: teacher(say('desk.print')),
  },
  {
    path: '/tests/:testId(\\d+)/blueprint',
    component: () => import('./assessments/BlueprintPage.vue'),
    meta: teacher(say('desk.blueprint')),
  },
  {
    path: '/tests/:testId(\\d+)/assign',
    component: () => import('./assignments/AssignPage.vue'),
    meta: teacher(say('common.assign')),
  },
  {
    path: '/classes/:classId(\\d+)?',
    component: () => import('./classes/ClassesPage.vue'),
    meta: teacher(say('common.classes')),
  },
  {
    path: '/classes/:classId(\\d+)/bring',
    component: () => import('./classes/BringPage.vue'),
    meta: teacher(say('desk.importStudents')),
  },
  {
    path: '/classes/:classId(\\d+)/slips',
    component: () => import('./classes/SlipsPage.vue'),
    meta: teacher(say('desk.signInSlips')),
  },
  {
    path: '/classes/:classId(\\d+)/list',
    component: () => import('./classes/ClassListPage.vue'),
    meta: teacher(say('desk.classList')),
  },
  {
    path: '/schedule',
    component: () => import('./assignments/SchedulePage.vue'),
    meta: teacher(say('desk.schedule')),
  },
  {
    path: '/assignments/:assignmentId(\\d+)',
    component: () => import('./assignments/AssignmentPage.vue'),
    meta: teacher(say('common.assignment')),
  },
  {
    path: '/assignments/:assignmentId(\\d+)/assigned',
    component: () => import('./assignments/AssignedPage.vue'),
    meta: teacher(say('assignments.assignedPaper')),
  },
  ...paperRoutes,
  {
    path: '/watch/:assignmentId(\\d+)',
    component: () => import('./watching/WatchPage.vue'),
    meta: teacher(say('common.watch')),
  },
  {
    path: '/rounds',
    component: () => import('./rounds/RoundsPage.vue'),
    meta: teacher(say('rounds.title')),
  },
  {
    path: '/rounds/:roundId(\\d+)',
    component: () => import('./rounds/RoundPage.vue'),
    meta: teacher(say('rounds.title')),
  },
  {
    path: '/rounds/:roundId(\\d+)/camera',
    component: () => import('./rounds/camera/CameraPage.vue'),
    meta: teacher(say('rounds.strips')),
  },
  {
    path: '/rounds/:roundId(\\d+)/screen',
    component: () => import('./rounds/ScreenPage.vue'),
    meta: { ...teacher(say('rounds.projector')), bare: true },
  },
  {
    path: '/marking',
    component: () => import('./marking/MarkingListPage.vue'),
    meta: teacher(say('desk.marking')),
  },
  {
    path: '/marking/:assignmentId(\\d+)/:entryId/:partId',
    component: () => import('./marking/MarkingPage.vue'),
    meta: teacher(say('desk.marking')),
  },
  {
    path: '/marking/:assignmentId(\\d+)/:entryId/:partId/all',
    component: () => import('./marking/AllAnswersPage.vue'),
    meta: teacher(say('desk.marking')),
  },
  {
    path: '/marking/:assignmentId(\\d+)/students',
    component: () => import('./marking/MarkingPage.vue'),
    meta: teacher(say('desk.marking')),
  },
  {
    path: '/marking/second/:secondMarkingId(\\d+)',
    component: () => import('./marking/MarkingPage.vue'),
    meta: teacher(say('desk.secondMarking')),
  },
  {
    path: '/marking/:assignmentId(\\d+)/:entryId/:partId/second',
    component: () => import('./marking/SecondPage.vue'),
    meta: teacher(say('desk.secondMarker')),
  },
  {
    path: '/marking/:assignmentId(\\d+)/:entryId/:partId/unknown',
    component: () => import('./marking/UnknownPage.vue'),
    meta: teacher(say('desk.answersDecide')),
  },
  {
    path: '/mailbox',
    component: () => import('./letters/MailboxPage.vue'),
    meta: teacher(say('desk.mailbox')),
  },
  {
    path: '/results',
    component: () => import('./results/ResultsListPage.vue'),
    meta: teacher(say('common.results')),
  },
  {
    path: '/results/:assignmentId(\\d+)/:tab(overview|items|students|standards|compare)?',
    component: () => import('./results/ResultsPage.vue'),
    meta: teacher(say('common.results')),
  },
  {
    path: '/results/sheet/:sheetId(\\d+)/:tab(overview|items|students)?',
    component: () => import('./results/ResultsPage.vue'),
    meta: teacher(say('common.results')),
  },
  {
    path: '/results/bring',
    component: () => import('./results/BringPage.vue'),
    meta: teacher(say('desk.importAnswers')),
  },
  {
    path: '/results/:assignmentId(\\d+)/students/:studentId(\\d+)',
    component: () => import('./results/StudentPage.vue'),
    meta: teacher(say('common.student')),
  },
  {
    path: '/results/:assignmentId(\\d+)/rescore/:entryId',
    component: () => import('./rescoring/RescorePage.vue'),
    meta: teacher(say('desk.keyScoring')),
  },
  {
    path: '/results/:assignmentId(\\d+)/follow-up',
    component: () => import('./results/FollowUpPage.vue'),
    meta: teacher('Follow-up'),
  },
  {
    path: '/office',
    component: () => import('../office/OfficePage.vue'),
    meta: { who: 'administrator', title: say('desk.office') },
  },
  {
    path: '/office/network',
    component: () => import('../office/NetworkPage.vue'),
    meta: { who: 'administrator', title: say('office.network') },
  },
  {
    path: '/office/standards',
    component: () => import('../office/StandardsPage.vue'),
    meta: { who: 'administrator', title: say('common.standards') },
  },
  {
    path: '/:rest(.*)*',
    component: () => import('./NotFoundPage.vue'),
    meta: { title: say('desk.notFound') },
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

// A page is built in a turn of its own, after its scripts have run: a slow device can be touched between.
router.beforeResolve(() => new Promise<void>((turn) => setTimeout(turn)));

router.afterEach((to) => {
  document.title = say('desk.titleOakenLedger', { title: to.meta.title });
});
