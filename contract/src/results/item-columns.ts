/** What results say of an item. */
import { plainText } from '@oaken/core/text';
import type { ItemResult } from './answer';
import { rounded, type ResultColumn } from './columns';
import { sentence } from './sentences';

/** The most frequent wrong answer's number. */
const repeated = ({ wrongAnswers }: ItemResult) => wrongAnswers[0]?.n ?? 0;
const four = ({ value }: { value: number | null }) => (value === null ? null : rounded(value, 4));

/** Of an item. */
export const itemColumns = [
  {
    id: 'number',
    name: sentence('itemColumns.number'),
    isFigure: true,
    usual: true,
    value: (item) => item.number,
  },
  {
    id: 'question',
    name: sentence('itemColumns.question'),
    isFigure: false,
    usual: true,
    value: (item) => plainText(item.stem),
  },
  {
    id: 'standards',
    name: sentence('itemColumns.standards'),
    isFigure: false,
    usual: false,
    value: (item) => item.standards.join(' '),
  },
  {
    id: 'maxPoints',
    name: sentence('itemColumns.maxPoints'),
    isFigure: true,
    usual: false,
    value: (item) => rounded(item.maxPoints, 4),
  },
  {
    id: 'n',
    name: sentence('itemColumns.n'),
    isFigure: true,
    usual: false,
    value: (item) => item.n,
  },
  {
    id: 'facility',
    name: sentence('itemColumns.facility'),
    meaning: sentence('sharePointsThatWasEarned'),
    isFigure: true,
    usual: true,
    value: (item) => four(item.facility),
  },
  {
    id: 'choices',
    name: sentence('itemColumns.choices'),
    isFigure: false,
    usual: true,
    value: (item) =>
      item.options
        .map(({ label, n, right }) => `${label}${right ? ' (key)' : ''}: ${n}`)
        .join('; '),
    compare: (a, b) => repeated(a) - repeated(b),
  },
  {
    id: 'discrimination',
    name: sentence('itemColumns.discrimination'),
    meaning: sentence('howMuchBetterStrongest27'),
    isFigure: true,
    usual: true,
    value: (item) => four(item.upperLower),
  },
  {
    id: 'rest',
    name: sentence('itemColumns.rest'),
    meaning: sentence('correlationWithPointsOnOther'),
    isFigure: true,
    usual: true,
    value: (item) => four(item.itemRest),
  },
  {
    id: 'alphaIfItemDeleted',
    name: sentence('itemColumns.alphaIfItemDeleted'),
    isFigure: true,
    usual: false,
    value: (item) => four(item.alphaIfItemDeleted),
  },
  {
    id: 'time',
    name: sentence('itemColumns.time'),
    meaning: sentence('medianTimeOnItem'),
    isFigure: true,
    usual: true,
    applies: ({ items }) => items.some(({ time }) => time.value !== null),
    value: ({ time }) => (time.value === null ? null : rounded(time.value / 1000, 1)),
  },
  {
    id: 'wrongAnswers',
    name: sentence('itemColumns.wrongAnswers'),
    isFigure: false,
    usual: false,
    value: (item) => item.wrongAnswers.map(({ answer, n }) => `${answer}: ${n}`).join('; '),
  },
  {
    id: 'notes',
    name: sentence('itemColumns.notes'),
    isFigure: false,
    usual: true,
    value: (item) => item.flags.map(({ title, reason }) => `${title}: ${reason}`).join(' '),
    compare: (a, b) => a.flags.length - b.flags.length || repeated(a) - repeated(b),
  },
] as const satisfies readonly ResultColumn<ItemResult>[];
export type ItemColumnId = (typeof itemColumns)[number]['id'];
