/** The page's language: chosen by whoever reads it, kept in this browser, and switched without loading anew. */
import { locales } from '@oaken/core/timing';
import { english, formOf, isLanguage, type Language, type Say, type Values } from '@oaken/words';
import { computed } from 'vue';
import { createI18n, type Composer } from 'vue-i18n';

const pluralRules = {
  en: (n: number, forms: number) => formOf('en', n, forms),
  es: (n: number, forms: number) => formOf('es', n, forms),
};
const i18n = createI18n({
  legacy: false,
  locale: 'en',
  fallbackLocale: 'en',
  messages: { en: english },
  pluralRules,
});
const { t, te, locale, availableLocales, setLocaleMessage, mergeLocaleMessage } =
  i18n.global as Composer;

/** The catalogues that a page does not begin with. */
const others = {
  es: () =>
    import('@oaken/words/spanish').then(({ spanish, spanishProblems }) => ({
      ...spanish,
      problems: spanishProblems,
    })),
};

/** Says any message that is loaded; `n` chooses the form, and is written with its thousands apart. */
export const sayAny = (key: string, values: Values = {}): string =>
  typeof values.n === 'number'
    ? t(key, { ...values, n: values.n.toLocaleString(locales[language.value]) }, values.n)
    : t(key, values);

/** Says a message; where it is shown, it follows the language. */
export const say: Say = sayAny;

/**
 * A problem's sentences in the language of the moment; those of the server, which are English, where there are no others.
 *
 * @param code the end of the problem's `type`
 */
export function problemWords(
  code: string,
  server: { title: string; detail?: string | undefined },
): { title: string; detail?: string | undefined } {
  const key = `problems.${code}`;
  if (locale.value === 'en' || !te(`${key}.title`, locale.value)) return server;
  const detail = te(`${key}.detail`, locale.value) ? t(`${key}.detail`) : undefined;
  return { title: t(`${key}.title`), detail };
}

/** More messages in English, of a part of the product that has them to itself. */
export const addMessages = (messages: object): void => mergeLocaleMessage('en', messages);

export const language = computed(() => locale.value as Language);

export async function chooseLanguage(wanted: Language): Promise<void> {
  if (wanted !== 'en' && !availableLocales.includes(wanted))
    setLocaleMessage(wanted, await others[wanted]());
  locale.value = wanted;
  document.documentElement.lang = locales[wanted];
  localStorage.setItem('oaken-language', wanted);
}

/** The language that was chosen here before, otherwise the browser's, where it is one of ours. */
export async function rememberLanguage(): Promise<void> {
  const chosen = localStorage.getItem('oaken-language') ?? navigator.language.slice(0, 2);
  // Without a network the page goes on in English.
  if (isLanguage(chosen) && chosen !== 'en') await chooseLanguage(chosen).catch(() => {});
}
