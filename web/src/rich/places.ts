/** Places in a text that a question is about: gaps to fill, words to find. */
import type { Editor } from '@tiptap/vue-3';
import type { Places } from './extensions';

const named = {
  gaps: { sign: 'g', attribute: 'data-gap' },
  words: { sign: 'w', attribute: 'data-words' },
};

/** The first name that no place of the text has. */
function freeName(html: string, places: Places): string {
  const { sign, attribute } = named[places];
  const marks = html.matchAll(new RegExp(`${attribute}="([^"]*)"`, 'g'));
  const taken = new Set(Array.from(marks, ([, id]) => id));
  let number = 1;
  while (taken.has(`${sign}${number}`)) number++;
  return `${sign}${number}`;
}

/**
 * Makes a place where the writer is, or makes none of one that is there.
 *
 * @returns the name of the place that is meant; null where nothing is selected that could be one
 */
export function togglePlace(editor: Editor, places: Places): string | null {
  const id = freeName(editor.getHTML(), places);
  const chain = editor.chain().focus();
  if (places === 'gaps') chain.insertContent({ type: 'gap', attrs: { gap: id } }).run();
  else if (editor.isActive('words')) chain.extendMarkRange('words').unsetMark('words').run();
  else if (editor.state.selection.empty) return null;
  else chain.setMark('words', { words: id }).run();
  return id;
}
