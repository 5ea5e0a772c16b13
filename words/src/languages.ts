/** The languages that the product speaks: a short code each, and the locale whose dates and numbers it writes. */
export const locales = { en: 'en-US', es: 'es-US' } as const;
export type Language = keyof typeof locales;

/** How each is written. */
export const directions: Readonly<Record<Language, 'ltr' | 'rtl'>> = { en: 'ltr', es: 'ltr' };

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
