/** The pages of a test on paper. */
import type { RouteRecordRaw } from 'vue-router';
import { say } from '../../words/teacher';

const teacher = (title: string) => ({ who: 'teacher' as const, title });

export const paperRoutes: RouteRecordRaw[] = [
  {
    path: '/assignments/:assignmentId(\\d+)/paper',
    component: () => import('./PaperPage.vue'),
    meta: teacher(say('paper.title')),
  },
  {
    path: '/assignments/:assignmentId(\\d+)/paper/look',
    component: () => import('./LookPage.vue'),
    meta: teacher(say('paper.lookAtThese')),
  },
  {
    path: '/assignments/:assignmentId(\\d+)/paper/camera',
    component: () => import('./camera/SheetCameraPage.vue'),
    meta: teacher(say('paper.takePhotos')),
  },
  {
    path: '/assignments/:assignmentId(\\d+)/booklets',
    component: () => import('./BookletsPage.vue'),
    meta: teacher(say('paper.booklets')),
  },
  {
    path: '/sheets/:sheetId(\\d+)',
    component: () => import('./SheetPage.vue'),
    meta: teacher(say('paper.sheet')),
  },
];
