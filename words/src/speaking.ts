/**
 * Says messages: what pages show, what core finds, what the server refuses, prints and sends. `{name}` stands for a
 * value, `one | other` for the forms of a number, which is always called `n`.
 */
import { formOf, locales, type Language } from './languages';

export type { Language } from './languages';

/** Messages by key, nested or flat. */
export interface Messages {
  readonly [key: string]: string | Messages;
}

/** The keys of nested messages, joined by dots. */
export type KeysOf<M, Path extends string = ''> = {
  [Key in keyof M & string]: M[Key] extends string
    ? `${Path}${Key}`
    : KeysOf<M[Key], `${Path}${Key}.`>;
}[keyof M & string];

/** What stands in a message’s braces; nothing stays empty. */
export type Values = Readonly<Record<string, string | number | null | undefined>>;

/** A message with its values in place; `n` chooses the form, and is written with its thousands apart. */
export function inSentence(message: string, values: Values, language: Language = 'en'): string {
  const { n } = values;
  const forms = typeof n === 'number' ? message.split(' | ') : [message];
  const form = typeof n === 'number' ? formOf(language, n, forms.length) : 0;
  return (forms[form] ?? message).replace(/\{(\w+)\}/g, (_, name: string) => {
    const value = values[name];
    return name === 'n' && typeof value === 'number'
      ? value.toLocaleString(locales[language])
      : String(value ?? '');
  });
}

/** The message of a key; null where the catalogue has none. */
export function messageOf(messages: Messages, key: string): string | null {
  let part: string | Messages | undefined = messages;
  for (const name of key.split('.')) part = typeof part === 'object' ? part[name] : undefined;
  return typeof part === 'string' ? part : null;
}

/** Says the messages of one catalogue, by their keys. */
export const speaker =
  <M extends Messages>(messages: M, language: Language = 'en') =>
  (key: KeysOf<M>, values: Values = {}): string => {
    const message = messageOf(messages, key);
    if (message === null) throw new Error(`There is no message “${key}”.`);
    return inSentence(message, values, language);
  };
