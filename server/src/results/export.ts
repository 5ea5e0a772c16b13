import type { ResultsAnswer } from '@oaken/contract/results';
import { plainText } from '@oaken/core/text';
import { stringify } from 'csv-stringify/sync';

/** A spreadsheet would run a cell that begins like a formula; an apostrophe keeps it text. */
const cell = (text: string) => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);

const number = (value: number | null | undefined, digits = 4) =>
  value === null || value === undefined ? '' : String(Number(value.toFixed(digits)));

const table = (head: string[], lines: string[][]) =>
  // RFC 4180 line ends; the byte order mark lets spreadsheets see that it is UTF-8.
  stringify([head, ...lines], { record_delimiter: 'windows', bom: true });

export function studentsCsv({ students, items, assignment }: ResultsAnswer): string {
  const head = ['Roll number', 'Name', 'Class', 'State', 'Points', 'Points possible', 'Percent', 'Minutes', 'Late'];
  return table(
    [...head, ...items.map((item) => `Item ${item.number} (of ${number(item.most)})`)],
    students.map((own) => [
      String(own.rollNumber),
      cell(own.name),
      cell(own.class),
      own.state === 'handed-in'
        ? own.handedInBy === 'server'
          ? 'time ran out'
          : 'handed in'
        : own.state.replace('-', ' '),
      number(own.points),
      number(own.most ?? assignment.points),
      own.points === null || !own.most ? '' : number((100 * own.points) / own.most, 1),
      own.seconds === null ? '' : number(own.seconds / 60, 1),
      own.late ? 'late' : '',
      ...items.map((_, at) => (own.cells[at]?.share != null ? number(own.cells[at].points) : '')),
    ]),
  );
}

export function itemsCsv({ items }: ResultsAnswer): string {
  const head = [
    'Item',
    'Question',
    'Standards',
    'Points possible',
    'Students',
    'Facility',
    'Item-rest correlation',
    'Upper-lower D',
    'Alpha without it',
    'Choices',
    'Flags',
  ];
  return table(
    head,
    items.map((item) => [
      String(item.number),
      cell(plainText(item.content.stem)),
      cell(item.standards.join(' ')),
      number(item.most),
      String(item.n),
      number(item.facility.value),
      number(item.itemRest.value),
      number(item.upperLower.value),
      number(item.alphaWithout.value),
      cell(item.options.map(({ label, n, right }) => `${label}${right ? ' (key)' : ''}: ${n}`).join('; ')),
      cell(item.flags.map(({ title, reason }) => `${title}: ${reason}`).join(' ')),
    ]),
  );
}
