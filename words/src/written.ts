/** What is written outside of a page, to students and their families: letters and reports, in each language. */
import letters from './en/letters.json' with { type: 'json' };
import studentReport from './en/student-report.json' with { type: 'json' };
import type { AnswerWords } from './answers';
import type { Language } from './languages';
import { speaker, type KeysOf, type Values } from './speaking';
import { spanish } from './spanish';

const english = { letters, studentReport };
export type Written = typeof english;

const catalogues: Readonly<Record<Language, Written>> = { en: english, es: spanish };

/** Says a message of letters or reports in a language. */
export const written = (language: Language): ((key: KeysOf<Written>, values?: Values) => string) =>
  speaker(catalogues[language], language);

/** How a student's report says answers in a language. */
export const answersIn = (language: Language): AnswerWords => ({
  language,
  say: speaker(catalogues[language].studentReport.answers, language),
});
