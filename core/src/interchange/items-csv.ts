/**
 * Items as rows of a table. The common kinds have columns that a person can fill in; whatever those cannot say stands
 * whole in a column of its own, so that what is taken out comes back the same.
 */
import {
  blankPart,
  forSitting,
  kindOf,
  listOf,
  partKinds,
  readItem,
  studentTools,
  type ItemContent,
  type Part,
  type PartKind,
} from '../items';
import { asRichText, plainText } from '../text';
import { sentence } from './sentences';

export const mostChoices = 8;
const choiceColumns = Array.from({ length: mostChoices }, (_, index) => `choice ${index + 1}`);

/** Every column, with what goes into it; the order of the template. */
export const itemColumns: readonly [name: string, explains: string][] = [
  ['kind', sentence('singleChoiceMultipleChoiceTrue')],
  ['question', 'The wording; plain text, or markup such as <p>, <strong>, <sub>'],
  ...choiceColumns.map((choiceColumn, index): [string, string] => [
    choiceColumn,
    index === 0 ? sentence('firstChoiceWhereKindHas') : sentence('nextChoice'),
  ]),
  ['right', sentence('numbersRightChoices1Or')],
  ['points', sentence('points1WhenEmpty')],
  ['rule', sentence('allOrNothingEachRight')],
  ['tolerance', sentence('forNumbers05For')],
  ['units', 'For numbers: units that may be written, parted by ;'],
  ['explanation', sentence('shownWhenYouRelease')],
  ['hints', sentence('inOrderSeparatedBy')],
  ['tools', sentence('toolsThatStudentsMayUse', { tools: studentTools.join(', ') })],
  ['notes', sentence('forTeachersOnly')],
  ['picture', sentence('fileNamePictureInZip')],
  ['picture words', sentence('whatPictureShowsForThose')],
  ['standards', 'Codes, parted by ;'],
  ['subject', sentence('neededUnlessStandardGives')],
  ['grades', 'School years, parted by ;'],
  ['depth', sentence('n1To4')],
  ['seconds', sentence('expectedSeconds')],
  ['tags', 'Parted by ;'],
  ['author', sentence('whoWrote')],
  ['licence', sentence('suchAsCcBy4')],
  ['whole', sentence('wholeItemAsJsonAs')],
];
export const columnNames = itemColumns.map(([name]) => name);

export interface RowProblem {
  column: string;
  message: string;
}

/** What a row says beside the content; standards are still codes. */
export interface RowFacts {
  standards: string[];
  subject: string;
  grades: number[];
  depth: number | null;
  seconds: number | null;
  tags: string[];
  author: string;
  licence: string;
}

export type RowReading =
  | {
      ok: true;
      content: ItemContent;
      facts: RowFacts;
      picture: { file: string; words: string } | null;
    }
  | { ok: false; problems: RowProblem[] };

type Cells = Readonly<Record<string, string>>;

/** The kinds that a person can write in a table. */
const rowKinds = partKinds.filter((kind) => kindOf({ kind }).inTable);

/** Plain words become a paragraph; what has tags already is taken as it is. */
const rich = (text: string, wrapped: boolean) => {
  const word = text.trim();
  if (word === '' || /<\/?[a-z]/i.test(word)) return word;
  const lines = word
    .split(/\r?\n/)
    .map((line) => asRichText(line.trim()))
    .filter(Boolean);
  return wrapped ? lines.map((line) => `<p>${line}</p>`).join('') : lines.join('<br>');
};

/** Reads one row. `cells` are named by the columns, in small letters; missing ones count as empty. */
export function itemFromRow(cells: Cells): RowReading {
  const problems: RowProblem[] = [];
  const cell = (name: string) => cells[name]?.trim() ?? '';
  // The first thing wrong with a cell is what has to be mended; the rest mostly follows from it.
  const wrong = (column: string, message: string) => {
    if (!problems.some((problem) => problem.column === column)) problems.push({ column, message });
  };
  const whole = (column: string, least: number, limit: number): number | null => {
    if (cell(column) === '') return null;
    const value = Number(cell(column));
    if (Number.isInteger(value) && value >= least && value <= limit) return value;
    wrong(column, sentence('isNotWholeNumberFrom', { column: cell(column), least, limit }));
    return null;
  };
  const facts: RowFacts = {
    standards: listOf(cell('standards'), ';'),
    subject: cell('subject'),
    grades: listOf(cell('grades'), ';').flatMap((text) => {
      const grade = Number(text);
      if (Number.isInteger(grade) && grade >= 0 && grade <= 13) return [grade];
      wrong('grades', sentence('isNotSchoolYearFrom', { text }));
      return [];
    }),
    depth: whole('depth', 1, 4),
    seconds: whole('seconds', 5, 7200),
    tags: [...new Set(listOf(cell('tags'), ';').map((tag) => tag.toLowerCase()))],
    author: cell('author'),
    licence: cell('licence'),
  };
  const picture =
    cell('picture') === '' ? null : { file: cell('picture'), words: cell('picture words') };
  if (picture && picture.words === '')
    wrong('picture words', sentence('pictureNeedsWordsForThose'));

  const content = cell('whole') === '' ? contentOf(cell, wrong) : wholeOf(cell('whole'), wrong);
  if (!content || problems.length > 0) return { ok: false, problems };
  return { ok: true, content, facts, picture };
}

type Wrong = (column: string, message: string) => void;

function wholeOf(json: string, wrong: Wrong): ItemContent | null {
  let given: unknown;
  try {
    given = JSON.parse(json);
  } catch {
    wrong('whole', sentence('thisIsNotJsonAs'));
    return null;
  }
  const read = readItem(given);
  if (read.ok) return read.content;
  for (const { pointer, message } of read.problems) wrong('whole', `${pointer}: ${message}`);
  return null;
}

function contentOf(cell: (name: string) => string, wrong: Wrong): ItemContent | null {
  const name = cell('kind').toLowerCase();
  const kind = rowKinds.find((rowKind) => rowKind === name);
  if (kind === undefined) {
    wrong(
      'kind',
      cell('kind') === ''
        ? sentence('kindIsMissing')
        : sentence('isNotOne', { kind: cell('kind'), rowKinds: rowKinds.join(', ') }),
    );
    return null;
  }
  const read = readItem({
    stem: rich(cell('question'), true),
    parts: [partOf(kind, cell, wrong)],
    explanation: rich(cell('explanation'), true),
    hints: listOf(cell('hints'), '|').map((text) => rich(text, true)),
    notes: cell('notes'),
    ...(cell('tools') !== '' && { tools: listOf(cell('tools').toLowerCase(), ';') }),
  });
  if (read.ok) return read.content;
  for (const { pointer, message } of read.problems) wrong(columnOf(pointer, kind), message);
  return null;
}

/** The column in which something is wrong, by its place in the item. */
function columnOf(pointer: string, kind: PartKind): string {
  const choice = /^\/parts\/0\/choices\/(\d+)/.exec(pointer);
  if (choice) return `choice ${Number(choice[1]) + 1}`;
  if (pointer.startsWith('/parts/0/choices')) return 'choice 1';
  if (pointer.startsWith('/parts/0/key/tolerance')) return 'tolerance';
  if (pointer.startsWith('/parts/0/key/units')) return 'units';
  if (pointer.startsWith('/parts/0/key')) return 'right';
  if (pointer.startsWith('/parts/0/rule')) return 'points';
  if (pointer.startsWith('/parts/0')) return kindOf({ kind }).inTable?.otherwise ?? 'kind';
  if (pointer.startsWith('/explanation')) return 'explanation';
  if (pointer.startsWith('/hints')) return 'hints';
  if (pointer.startsWith('/tools')) return 'tools';
  return pointer.startsWith('/notes') ? 'notes' : 'question';
}

/** A part from a row, by its kind; what it says is checked with the whole item. */
function partOf(kind: PartKind, cell: (name: string) => string, wrong: Wrong): unknown {
  const points = cell('points') === '' ? 1 : Number(cell('points').replace(',', '.'));
  if (Number.isNaN(points)) wrong('points', sentence('isNotNumber', { points: cell('points') }));
  const choices = choiceColumns.flatMap((name, index) =>
    cell(name) === '' ? [] : [{ id: choiceId(index), text: rich(cell(name), false) }],
  );
  const rightChoices = () =>
    listOf(cell('right').replace(/,/g, ';'), ';').flatMap((named) => {
      const index = /^[a-h]$/i.test(named)
        ? named.toLowerCase().charCodeAt(0) - 97
        : Number(named) - 1;
      const choice = Number.isInteger(index) && choices.find(({ id }) => id === choiceId(index));
      if (choice) return [choice.id];
      wrong('right', sentence('isNotNumberChoice', { named }));
      return [];
    });
  const row = { cell, choices, points, rightChoices, wrong };
  return kindOf({ kind }).inTable?.read(row, blankPart(kind, 'a'));
}

const choiceId = (index: number) => 'abcdefgh'.charAt(index);

/** One row that gives the same item again. Columns that a person reads are filled in as far as they can say it. */
export function itemToRow(content: ItemContent, facts: RowFacts): Record<string, string> {
  const [part] = content.parts;
  const cells: Record<string, string> = Object.fromEntries(columnNames.map((name) => [name, '']));
  Object.assign(cells, {
    kind: part && content.parts.length === 1 ? part.kind : sentence('severalParts'),
    question: content.stem,
    explanation: content.explanation,
    hints: content.hints.join('|'),
    tools: content.tools?.join(';') ?? '',
    notes: content.notes,
    standards: facts.standards.join(';'),
    subject: facts.subject,
    grades: facts.grades.join(';'),
    depth: facts.depth === null ? '' : String(facts.depth),
    seconds: facts.seconds === null ? '' : String(facts.seconds),
    tags: facts.tags.join(';'),
    author: facts.author,
    licence: facts.licence,
  });
  if (part && content.parts.length === 1) Object.assign(cells, partCells(part));
  const again = itemFromRow(cells);
  if (!again.ok || !same(again.content, content)) cells.whole = JSON.stringify(content);
  return cells;
}

/** Equal up to what a student could ever notice, or a teacher: only names of ids may differ. */
function same(a: ItemContent, b: ItemContent): boolean {
  return (
    JSON.stringify(sorted(a)) === JSON.stringify(sorted(b)) &&
    JSON.stringify(forSitting(a)) === JSON.stringify(forSitting(b))
  );
}
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, list]) => list !== undefined)
      .sort(([x], [y]) => (x < y ? -1 : 1))
      .map(([name, list]) => [name, sorted(list)]),
  );
}

function partCells(part: Part): Record<string, string> {
  const choices = 'choices' in part ? part.choices : [];
  const cells: Record<string, string> = {};
  choices.slice(0, mostChoices).forEach(({ text }, index) => (cells[`choice ${index + 1}`] = text));
  if ('rule' in part && 'points' in part.rule) cells.points = String(part.rule.points);
  return { ...cells, ...kindOf(part).inTable?.write(part) };
}

/** The first lines of a template, one of each kind that a person would write in a table. */
export const exampleRows: Record<string, string>[] = [
  {
    kind: 'single-choice',
    question: 'What is 25% of 80?',
    'choice 1': '20',
    'choice 2': '25',
    'choice 3': '32',
    right: '1',
    explanation: 'A quarter of 80 is 20.',
    subject: 'Mathematics',
    grades: '6',
    depth: '1',
  },
  {
    kind: 'numeric',
    question: 'How many minutes are two and a half hours?',
    right: '150',
    units: 'min;minutes',
    subject: 'Mathematics',
    grades: '5',
    depth: '1',
  },
  {
    kind: 'short-text',
    question: 'What is a smaller river called that flows into a larger one?',
    right: 'tributary|a tributary',
    subject: 'Geography',
    grades: '5',
    depth: '1',
  },
];

/** The beginning of a question, by which a row is named to a person. */
export const firstWords = (content: ItemContent) => plainText(content.stem).slice(0, 80);
