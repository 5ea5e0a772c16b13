import type { ResultsAnswer, StandardResult } from '@oaken/contract/results';
import { plainText } from '@oaken/core/text';
import { writeCsv } from '../csv';

const number = (value: number | null | undefined, digits = 4) =>
  value === null || value === undefined ? '' : String(Number(value.toFixed(digits)));

function stateInWords({ excused, state, handedInBy }: ResultsAnswer['students'][number]): string {
  if (excused) return 'excused';
  if (state !== 'handed-in') return state.replace('-', ' ');
  return handedInBy === 'server' ? 'time ran out' : 'handed in';
}

export function studentsCsv({ students, items, points, practice }: ResultsAnswer): string {
  const head = [
    'Roll number',
    'Name',
    'Class',
    'State',
    'Points',
    'Points possible',
    'Percent',
    'Minutes',
    'Late',
    'Attempt',
    'Attempts',
  ];
  const help = practice ? ['Tries', 'Hints'] : [];
  return writeCsv(
    [...head, ...help, ...items.map((item) => `Item ${item.number} (of ${number(item.most)})`)],
    students.map((own) => [
      String(own.rollNumber),
      own.name,
      own.class,
      stateInWords(own),
      number(own.points),
      number(own.most ?? points),
      own.points === null || !own.most ? '' : number((100 * own.points) / own.most, 1),
      own.seconds === null ? '' : number(own.seconds / 60, 1),
      own.late ? 'late' : '',
      own.attempt ? String(own.attempt) : '',
      String(own.attempts),
      ...(practice ? [String(own.tries), String(own.hints)] : []),
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
    'Seconds, median',
    'Choices',
    'Wrong answers',
    'Flags',
  ];
  return writeCsv(
    head,
    items.map((item) => [
      String(item.number),
      plainText(item.stem),
      item.standards.join(' '),
      number(item.most),
      String(item.n),
      number(item.facility.value),
      number(item.itemRest.value),
      number(item.upperLower.value),
      number(item.alphaWithout.value),
      item.time.value === null ? '' : number(item.time.value / 1000, 1),
      item.options
        .map(({ label, n, right }) => `${label}${right ? ' (key)' : ''}: ${n}`)
        .join('; '),
      item.wrongAnswers.map(({ answer, n }) => `${answer}: ${n}`).join('; '),
      item.flags.map(({ title, reason }) => `${title}: ${reason}`).join(' '),
    ]),
  );
}

export function standardsCsv(standards: StandardResult[]): string {
  const head = [
    'Standard',
    'Statement',
    'Who',
    'Name',
    'Class',
    'Share earned',
    'From',
    'To',
    'Items',
    'Answers',
    'Rating',
  ];
  return writeCsv(
    head,
    standards.flatMap(({ code, statement, all, classes, groups, students }) => {
      const line = (
        who: string,
        name: string,
        of: string,
        earned: typeof all | null,
        rating: number | null = null,
      ) => [
        code,
        statement,
        who,
        name,
        of,
        number(earned?.share),
        number(earned?.interval[0]),
        number(earned?.interval[1]),
        earned ? String(earned.items) : '',
        earned ? String(earned.answers) : '',
        number(rating),
      ];
      return [
        line('all', '', '', all),
        ...classes.map((own) => line('class', own.name, own.name, own.earned)),
        ...groups.map((own) => line('group', own.name, '', own.earned)),
        ...students.map((own) => line('student', own.name, own.class, own.earned, own.rating)),
      ];
    }),
  );
}
