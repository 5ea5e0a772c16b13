/** The languages that the product speaks: a short code each, and the locale whose dates and numbers it writes. */
export const locales = { en: 'en-US', es: 'es-US' } as const;
export type Language = keyof typeof locales;

/** How each is written. */
export const directions: Readonly<Record<Language, 'ltr' | 'rtl'>> = { en: 'ltr', es: 'ltr' };

/** The names of the languages, each in itself. */
export const languageNames: Readonly<Record<Language, string>> = { en: 'English', es: 'Español' };
export const isLanguage = (text: string | null): text is Language =>
  text !== null && Object.hasOwn(languageNames, text);

const categories = ['zero', 'one', 'two', 'few', 'many', 'other'] as const;

/** Made once for a language: they cost more than all that is said with them. */
const rulesFor = new Map<Language, { rules: Intl.PluralRules; used: readonly string[] }>();

function rulesOf(language: Language) {
  const held = rulesFor.get(language);
  if (held) return held;
  const rules = new Intl.PluralRules(locales[language]);
  const { pluralCategories } = rules.resolvedOptions();
  const made = { rules, used: categories.filter((name) => pluralCategories.includes(name)) };
  rulesFor.set(language, made);
  return made;
}

/**
 * Which of a message's forms a number takes. Forms stand in the order of Unicode's plural categories, those
 * that whole numbers never take left out: "one | other" in English and Spanish.
 */
export function formOf(language: Language, n: number, forms: number): number {
  const { rules, used } = rulesOf(language);
  // Spanish has "many" for whole millions alone, which nothing here counts.
  const counted = used.length > forms ? used.filter((name) => name !== 'many') : used;
  const form = counted.indexOf(rules.select(n));
  return form < 0 || form >= forms ? forms - 1 : form;
}
