/** What pages say, by its key with its values in place: a rewording breaks no test. */
import { english } from '@oaken/words';
import { speaker } from '@oaken/words/speaking';
import { teacherEnglish } from '@oaken/words/teacher';

/** On the pages of teachers and the office. */
export const said = speaker(teacherEnglish);
/** On a student's pages. */
export const saidAtSeat = speaker(english);
