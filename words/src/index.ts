/**
 * Every sentence that people read, by language. A key names the place and the thing, never the wording, so
 * that a rewording changes this catalogue alone. Messages are written as `vue-i18n` reads them: `{name}` for
 * a value, `one | other` for a number, which is always called `n`.
 */
import { wholePercent } from '@oaken/core/text';
import { locales, type Language } from '@oaken/core/timing';
import student from './en/student.json' with { type: 'json' };

export type { Language } from '@oaken/core/timing';

export const english = { ...student };

/** All keys of a catalogue; another language must have each of them, or it does not compile. */
export type Catalogue = typeof english;

/** The keys of nested messages, joined by dots. */
export type KeysOf<Messages, Path extends string = ''> = {
  [Key in keyof Messages & string]: Messages[Key] extends string
    ? `${Path}${Key}`
    : KeysOf<Messages[Key], `${Path}${Key}.`>;
}[keyof Messages & string];
export type MessageKey = KeysOf<Catalogue>;

/** What stands in a message’s braces; nothing stays empty. */
export type Values = Readonly<Record<string, string | number | null | undefined>>;
/** Says a message in the language of the moment. */
export type Say = (key: MessageKey, values?: Values) => string;

/** The names of the languages, each in itself. */
export const languageNames: Readonly<Record<Language, string>> = { en: 'English', es: 'Español' };
export const isLanguage = (text: string | null): text is Language =>
  text !== null && Object.hasOwn(languageNames, text);

/**
 * Which of a message's forms a number takes. Forms stand in the order of Unicode's plural categories, those
 * that whole numbers never take left out: "one | other" in English and Spanish.
 */
export function formOf(language: Language, n: number, forms: number): number {
  const rules = new Intl.PluralRules(locales[language]);
  const categories = (['zero', 'one', 'two', 'few', 'many', 'other'] as const).filter((category) =>
    rules.resolvedOptions().pluralCategories.includes(category),
  );
  // Spanish has "many" for whole millions alone, which nothing here counts.
  const used =
    categories.length > forms ? categories.filter((name) => name !== 'many') : categories;
  const form = used.indexOf(rules.select(n));
  return form < 0 || form >= forms ? forms - 1 : form;
}

/** 0.65 as "65%"; a half goes up, as teachers round. */
export function percentText(share: number, language: Language = 'en', digits = 0): string {
  const scale = 10 ** digits;
  return new Intl.NumberFormat(locales[language], {
    style: 'percent',
    maximumFractionDigits: digits,
  }).format(wholePercent(share * scale) / 100 / scale);
}
