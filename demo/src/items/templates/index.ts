/** Items that make themselves: other numbers for each student, checked for all of them. */
import type { DemoItem } from '../build';
import { algebraTemplates } from './algebra';
import { drawnTemplates } from './drawn';
import { measureTemplates } from './measure';
import { numberTemplates } from './number';
import { ratioTemplates } from './ratio';
import { scienceTemplates } from './science';

/** By the subject that they belong to. */
export const templatesBySubject: [subject: string, items: DemoItem[]][] = [
  [
    'Mathematics',
    [
      ...numberTemplates,
      ...ratioTemplates,
      ...algebraTemplates,
      ...measureTemplates,
      ...drawnTemplates,
    ],
  ],
  ['Earth science', scienceTemplates],
];
