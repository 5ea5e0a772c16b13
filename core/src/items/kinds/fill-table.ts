import { z } from 'zod';
import { isSameAnswer, readAnswer } from '../../expressions';
import { fold, pointsForSet, shareRule } from '../../scoring';
import { richText } from '../../rich-text';
import { alternatives, listing, plainText } from '../../text';
import { partBase, partId, type Kind, type PartBase } from '../kind/kind';
import { isPlaced } from './numeric-key';
import { piecesRemark } from './remarks';
import { setRuleInWords } from './rule-words';
import { sentence } from './sentences';

const mostBlanks = 60;
const accepted = z.string().trim().min(1, sentence('acceptedAnswerCannotBeEmpty')).max(100);
/** What stands in a cell, or what belongs there. */
const cell = z.union([
  z.strictObject({ text: richText }),
  z.strictObject({
    id: partId,
    accepted: z.array(accepted).min(1, sentence('noAcceptedAnswerIsGiven')).max(10),
  }),
]);
type Cell = z.infer<typeof cell>;
type Blank = Extract<Cell, { id: string }>;

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('fill-table'),
    heads: z.array(richText).min(1).max(8, sentence('moreThan8Columns')),
    cells: z
      .array(z.array(cell).min(1).max(8))
      .min(1, sentence('tableNeedsARow'))
      .max(20, sentence('moreThan20Rows')),
    rule: shareRule,
  })
  .superRefine(({ heads, cells }, context) => {
    const issue = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    cells.forEach((row, index) => {
      if (row.length !== heads.length)
        issue(['cells', index], sentence('rowIsNotAsLong', { row: index + 1 }));
    });
    const ids = blanksOf({ cells }).map(({ id }) => id);
    if (ids.length === 0) issue(['cells'], sentence('noCellIsLeftOpen'));
    if (ids.length > mostBlanks) issue(['cells'], sentence('moreThan60Cells'));
    if (new Set(ids).size < ids.length) issue(['cells'], sentence('twoCellsHaveTheSameId'));
  });

export type FillTable = z.infer<typeof schema>;

export interface SittingFillTable extends PartBase {
  kind: 'fill-table';
  heads: string[];
  /** The id of a cell that is open, or the text of one that is not. */
  cells: ({ id: string } | { text: string })[][];
}

const isBlank = (given: Cell): given is Blank => 'id' in given;
const blanksOf = ({ cells }: Pick<FillTable, 'cells'>) => cells.flat().filter(isBlank);
const everything = { case: true, space: true, accents: true, punctuation: false };

/** Whether a text has no letters that the other has not: what has is not worth reading. */
const usesLettersOf = (answer: string, given: string) =>
  (given.match(/\p{L}/gu) ?? []).every((letter) => answer.includes(letter));

/** Numbers and formulas by what they say, words by their letters. */
function isRight({ accepted: answers }: Blank, given: string): boolean {
  return answers.some((answer) => {
    if (fold(answer, everything) === fold(given, everything)) return true;
    if (!/\d/.test(answer) || isPlaced(answer) || !usesLettersOf(answer, given)) return false;
    const [key, read] = [readAnswer(answer), readAnswer(given)];
    return key.ok && read.ok && isSameAnswer(key.answer, read.answer);
  });
}

/** The ids of the open cells in which the right thing stands. */
const rightCells = (part: FillTable, response: Readonly<Record<string, string>>) =>
  blanksOf(part)
    .filter((blank) => isRight(blank, response[blank.id] ?? ''))
    .map(({ id }) => id);

/** The heading of a cell's column and the first cell of its row, for those who do not see where it stands. */
export function placeOfCell(
  { heads, cells }: { heads: readonly string[]; cells: readonly (readonly object[])[] },
  row: number,
  column: number,
): string {
  const first = cells[row]?.[0];
  const name = first && 'text' in first ? plainText(String(first.text)) : '';
  return [name || String(row + 1), plainText(heads[column] ?? '') || String(column + 1)].join(', ');
}

function inPlaces(part: FillTable | SittingFillTable, say: (id: string) => string): string[] {
  return part.cells.flatMap((row, index) =>
    row.flatMap((given, column) => {
      if (!('id' in given)) return [];
      const text = say(given.id);
      return text === '' ? [] : [`${placeOfCell(part, index, column)}: ${text}`];
    }),
  );
}

/** Response: what was written in each open cell, by its id. */
export const fillTable: Kind<FillTable, Record<string, string>, SittingFillTable> = {
  kind: 'fill-table',
  title: sentence('tableToComplete'),
  asks: sentence('numbersOrWordsMissing'),
  qti: 'qti-text-entry-interaction',
  markedBy: 'machine',
  rules: ['each-right', 'all-or-nothing'],
  part: schema,
  response: z
    .record(partId, z.string().max(100))
    .refine((given) => Object.keys(given).length <= mostBlanks),
  points: ({ rule }) => rule.points,
  score: (part, response) =>
    pointsForSet(
      part.rule,
      blanksOf(part).map(({ id }) => id),
      rightCells(part, response),
    ),
  isEmpty: (response) => Object.values(response).every((text) => text.trim() === ''),
  forSitting: ({ id, kind, prompt, heads, cells }) => ({
    id,
    kind,
    prompt,
    heads,
    cells: cells.map((row) =>
      row.map((given) => (isBlank(given) ? { id: given.id } : { text: given.text })),
    ),
  }),
  folded: (part, response) =>
    inPlaces(part, (id) => fold(response[id] ?? '', everything)).join('; '),
  inWords: (part, response) => inPlaces(part, (id) => (response[id] ?? '').trim()).join('; '),
  remark: (part, response, words) =>
    piecesRemark(rightCells(part, response).length, blanksOf(part).length, words),
  rightAnswers: (part) => [
    Object.fromEntries(blanksOf(part).map(({ id, accepted: [first = ''] }) => [id, first])),
  ],
  keyInWords: (part) =>
    setRuleInWords(
      part.rule,
      listing(
        inPlaces(part, (id) =>
          alternatives(blanksOf(part).find((blank) => blank.id === id)?.accepted ?? []),
        ),
      ),
      'cell',
    ),
  texts: ({ heads, cells }) => [
    ...heads.map((html, index) => ({ at: `/heads/${index}`, html })),
    ...cells.flatMap((row, index) =>
      row.flatMap((given, column) =>
        isBlank(given) ? [] : [{ at: `/cells/${index}/${column}/text`, html: given.text }],
      ),
    ),
  ],
  toGist: ({ prompt, needs, heads, cells, rule }) => ({
    prompt,
    needs,
    table: { heads, cells },
    points: rule.points,
    partial: rule.rule === 'all-or-nothing' ? undefined : rule.rule,
  }),
  fromGist(gist, id) {
    const kept = gist.table as Pick<FillTable, 'heads' | 'cells'> | undefined;
    const answers = gist.accepted ?? [];
    const blank: Cell = { id: 'c1', accepted: answers.length > 0 ? answers : [''] };
    return {
      id,
      kind: 'fill-table',
      prompt: gist.prompt,
      needs: gist.needs,
      heads: kept?.heads ?? ['', ''],
      cells: kept?.cells ?? [[{ text: '' }, blank]],
      rule: {
        rule:
          gist.partial === undefined && gist.points !== undefined ? 'all-or-nothing' : 'each-right',
        points: gist.points ?? 1,
      },
    };
  },
};
