/** The page's language: chosen by whoever reads it, kept in this browser, and switched without loading anew. */
import {
  directions,
  english,
  isLanguage,
  locales,
  type Language,
  type Say,
  type Values,
} from '@oaken/words';
import { answersInEnglish, type AnswerWords } from '@oaken/words/answers';
import { inSentence, messageOf, type Messages } from '@oaken/words/speaking';
import { computed, ref, shallowReactive } from 'vue';

const current = ref<Language>('en');
/** Those that are loaded. */
const catalogues = shallowReactive<Partial<Record<Language, Messages>> & { en: Messages }>({
  en: english,
});

/** The catalogues that a page does not begin with. */
const others = {
  es: () => import('@oaken/words/spanish').then(({ spanish }): Messages => spanish),
};

/** Says any message that is loaded; what a language does not have is said in English. */
export function sayAny(key: string, values: Values = {}): string {
  const own = messageOf(catalogues[current.value] ?? {}, key);
  if (own !== null) return inSentence(own, values, current.value);
  const message = messageOf(catalogues.en, key);
  if (message === null) throw new Error(`There is no message “${key}”.`);
  return inSentence(message, values);
}

/** Says a message; where it is shown, it follows the language. */
export const say: Say = sayAny;

/** How answers are said on this page. */
export const answerWords = (): AnswerWords =>
  current.value === 'en'
    ? answersInEnglish
    : {
        language: current.value,
        say: (key, values) => sayAny(`studentReport.answers.${key}`, values),
      };

/**
 * A problem's sentences in the language of the moment; those of the server, which are English, where there are no others.
 *
 * @param code the end of the problem's `type`
 */
export function problemWords(
  code: string,
  server: { title: string; detail?: string | undefined },
): { title: string; detail?: string | undefined } {
  const own = current.value === 'en' ? undefined : catalogues[current.value];
  const title = own && messageOf(own, `problems.${code}.title`);
  if (!own || !title) return server;
  return { title, detail: messageOf(own, `problems.${code}.detail`) ?? undefined };
}

/** More messages in English, of a part of the product that has them to itself. */
export function addMessages(messages: Messages): void {
  catalogues.en = { ...catalogues.en, ...messages };
}

const key = 'oaken-language';
/** The language that was chosen in this browser. */
export function chosenLanguage(): Language | null {
  const chosen = localStorage.getItem(key);
  return isLanguage(chosen) ? chosen : null;
}

export const language = computed(() => current.value);

/** Shows a language on this page alone; nothing is kept. */
export async function showLanguage(wanted: Language): Promise<void> {
  if (wanted !== 'en') catalogues[wanted] ??= await others[wanted]();
  current.value = wanted;
  document.documentElement.lang = locales[wanted];
  document.documentElement.dir = directions[wanted];
}

export async function chooseLanguage(wanted: Language): Promise<void> {
  await showLanguage(wanted);
  localStorage.setItem(key, wanted);
}

/** The language that was chosen here before, otherwise the browser's, where it is one of ours. */
export async function rememberLanguage(): Promise<void> {
  const wanted = chosenLanguage() ?? navigator.language.slice(0, 2);
  // Without a network the page goes on in English.
  if (isLanguage(wanted) && wanted !== 'en') await showLanguage(wanted).catch(() => {});
}
