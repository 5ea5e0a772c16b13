/** What teachers and the office read; students' pages load none of it. */
import type { MessageKey, Values } from '@oaken/words';
import { teacherEnglish, type TeacherKey } from '@oaken/words/teacher';
import { addMessages, sayAny } from '.';

addMessages(teacherEnglish);

/** Says a message of teachers' pages, or one that they share with students' pages. */
export const say = (key: TeacherKey | MessageKey, values?: Values): string => sayAny(key, values);
