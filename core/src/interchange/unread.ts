import { elementAt } from '../certain';
import { columnNames } from './items-csv';

export interface UnreadColumn {
  name: string;
  /** The column that was meant, as far as can be told. */
  meant: string | null;
}

/** Changes of one letter that lead from one word to the other. Source: Levenshtein (1966), by dynamic programming. */
function distance(from: string, to: string): number {
  let row = Array.from({ length: to.length + 1 }, (_, index) => index);
  for (let i = 1; i <= from.length; i++) {
    const next = [i];
    for (let j = 1; j <= to.length; j++)
      next.push(
        Math.min(
          elementAt(row, j) + 1,
          elementAt(next, j - 1) + 1,
          elementAt(row, j - 1) + Number(from[i - 1] !== to[j - 1]),
        ),
      );
    row = next;
  }
  return elementAt(row, to.length);
}

/** Other words for columns. */
const synonyms: Record<string, string> = {
  stem: 'question',
  prompt: 'question',
  text: 'question',
  answer: 'right',
  key: 'right',
  'correct answer': 'right',
  correct: 'right',
  type: 'kind',
  score: 'points',
  mark: 'points',
  marks: 'points',
  grade: 'grades',
  year: 'grades',
  code: 'standards',
  objective: 'standards',
  feedback: 'explanation',
  image: 'picture',
  'alt text': 'picture words',
  license: 'licence',
  dok: 'depth',
  time: 'seconds',
  topic: 'tags',
  keywords: 'tags',
};

/** The columns of a table that nothing is read from, so that none is passed over in silence. */
export function unreadColumns(names: readonly string[]): UnreadColumn[] {
  const free = columnNames.filter((known) => !names.includes(known));
  return names
    .filter((name) => name !== '' && !columnNames.includes(name))
    .map((name) => {
      const short = name.slice(0, 40);
      const wordly = synonyms[short] ?? synonyms[short.replace(/s$/, '')];
      const numbered = /^(?:choice|option|answer)\s*([1-8a-h])$/.exec(short)?.[1];
      const choice =
        numbered === undefined
          ? undefined
          : `choice ${/\d/.test(numbered) ? numbered : 'abcdefgh'.indexOf(numbered) + 1}`;
      const near = free.find(
        (known) => distance(short, known) <= Math.max(1, Math.floor(known.length / 4)),
      );
      const meant =
        [choice, wordly, near].find((text) => text !== undefined && free.includes(text)) ?? null;
      return { name, meant };
    });
}
