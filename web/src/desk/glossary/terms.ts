/** The figures that results give, in the order in which the glossary explains them. */
import { teacherEnglish } from '@oaken/words/teacher';

export type Term = Exclude<keyof typeof teacherEnglish.glossary, 'labels'>;

export const terms = Object.keys(teacherEnglish.glossary).filter(
  (name): name is Term => name !== 'labels',
);
