/**
 * Every sentence that people read, by language. A key names the place and the thing, never the wording, so
 * that a rewording changes this catalogue alone.
 */
import student from './en/student.json' with { type: 'json' };
import type { KeysOf, Values } from './speaking';

export { directions, formOf, isLanguage, languageNames, locales, type Language } from './languages';
export type { KeysOf, Values } from './speaking';

export const english = { ...student };

/** All keys of a catalogue; another language must have each of them, or it does not compile. */
export type Catalogue = typeof english;
export type MessageKey = KeysOf<Catalogue>;

/** Says a message in the language of the moment. */
export type Say = (key: MessageKey, values?: Values) => string;
