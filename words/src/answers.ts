/** How answers are said where one language's words stand between what an item says itself. */
import studentReport from './en/student-report.json' with { type: 'json' };
import type { Language } from './languages';
import { speaker, type KeysOf, type Values } from './speaking';

export interface AnswerWords {
  language: Language;
  say: (key: KeysOf<typeof studentReport.answers>, values?: Values) => string;
}

export const answersInEnglish: AnswerWords = {
  language: 'en',
  say: speaker(studentReport.answers),
};
