/** Two revisions of an item side by side, as lines of text that can be compared word by word. */
import { keysInWords, kindOf, kinds, type ItemContent } from '@oaken/core/items';
import { plainText } from '@oaken/core/text';
import { diffWords } from 'diff';

export interface Piece {
  text: string;
  change: 'same' | 'gone' | 'new';
}

export interface ComparedLine {
  name: string;
  pieces: Piece[];
  same: boolean;
}

/** An item as named lines: what is asked, each choice, what is right. */
export function linesOf(content: ItemContent): Map<string, string> {
  const lines = new Map<string, string>([['Question', plainText(content.stem)]]);
  const keys = keysInWords(content);
  content.parts.forEach((part, at) => {
    const name = content.parts.length > 1 ? `Part ${'ABCDEFGHIJKLMNOPQRST'[at]}: ` : '';
    lines.set(`${name}Kind`, kinds[part.kind].title);
    if (part.prompt) lines.set(`${name}Prompt`, plainText(part.prompt));
    kindOf(part)
      .texts(part)
      .forEach(({ html }, n) => lines.set(`${name}Text ${n + 1}`, plainText(html)));
    lines.set(`${name}What counts`, keys[at]!);
  });
  if (plainText(content.explanation)) lines.set('Explanation', plainText(content.explanation));
  content.hints.forEach((hint, at) => lines.set(`Hint ${at + 1}`, plainText(hint)));
  if (content.notes) lines.set('Notes', content.notes);
  return lines;
}

export function compare(before: ItemContent, after: ItemContent): ComparedLine[] {
  const [old, now] = [linesOf(before), linesOf(after)];
  return [...new Set([...old.keys(), ...now.keys()])].map((name) => {
    const pieces = diffWords(old.get(name) ?? '', now.get(name) ?? '').map(({ value, added, removed }): Piece => ({
      text: value,
      change: added ? 'new' : removed ? 'gone' : 'same',
    }));
    return { name, pieces, same: pieces.every(({ change }) => change === 'same') };
  });
}
