/** Two revisions side by side, as named lines of text that can be compared word by word. */
import { elementAt } from '@oaken/core/certain';
import { keysInWords, kindOf, kinds, type ItemContent } from '@oaken/core/items';
import type { PassageContent } from '@oaken/core/passages';
import { plainText } from '@oaken/core/text';
import { diffWords } from 'diff';
import { say } from '../../words/teacher';

export interface Piece {
  text: string;
  change: 'same' | 'gone' | 'new';
}

export interface ComparedLine {
  name: string;
  pieces: Piece[];
  same: boolean;
}

export type Lines = ReadonlyMap<string, string>;

/** An item as named lines: what is asked, each choice, what is right. */
export function linesOfItem(content: ItemContent): Lines {
  const lines = new Map<string, string>([[say('common.question'), plainText(content.stem)]]);
  const keys = keysInWords(content);
  content.parts.forEach((part, index) => {
    const name =
      content.parts.length > 1
        ? say('items.part', { value: 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'[index] })
        : '';
    lines.set(name + say('items.linesKind'), kinds[part.kind].title);
    if (part.prompt) lines.set(name + say('items.linesPrompt'), plainText(part.prompt));
    kindOf(part)
      .texts(part)
      .forEach(({ html }, n) =>
        lines.set(name + say('items.linesText', { number: n + 1 }), plainText(html)),
      );
    lines.set(name + say('items.linesKey'), elementAt(keys, index));
  });
  if (plainText(content.explanation))
    lines.set(say('common.explanation'), plainText(content.explanation));
  content.hints.forEach((hint, index) =>
    lines.set(say('items.hintNumber', { number: index + 1 }), plainText(hint)),
  );
  if (content.notes) lines.set(say('items.linesNotes'), content.notes);
  return lines;
}

export const linesOfPassage = (passageContent: PassageContent): Lines =>
  new Map([
    [say('common.title'), passageContent.title],
    [say('items.text'), plainText(passageContent.body)],
    [say('items.numbers'), passageContent.numbering],
    [say('items.easierVersion'), plainText(passageContent.easier)],
    [say('items.takenFrom'), passageContent.source],
  ]);

function changeOf(added: boolean, removed: boolean): Piece['change'] {
  if (added) return 'new';
  return removed ? 'gone' : 'same';
}

export function compare(old: Lines, now: Lines): ComparedLine[] {
  return [...new Set([...old.keys(), ...now.keys()])].map((name) => {
    const pieces = diffWords(old.get(name) ?? '', now.get(name) ?? '').map(
      ({ value, added, removed }): Piece => ({
        text: value,
        change: changeOf(added, removed),
      }),
    );
    return { name, pieces, same: pieces.every(({ change }) => change === 'same') };
  });
}
