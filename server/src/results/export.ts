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
    'Roster number',
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
    [
      ...head,
      ...help,
      ...items.map((item) => `Item ${item.number} (of ${number(item.maxPoints)})`),
    ],
    students.map((student) => [
      String(student.rosterNumber),
      student.name,
      student.class,
      stateInWords(student),
      number(student.points),
      number(student.maxPoints ?? points),
      student.points === null || !student.maxPoints
        ? ''
        : number((100 * student.points) / student.maxPoints, 1),
      student.seconds === null ? '' : number(student.seconds / 60, 1),
      student.late ? 'late' : '',
      student.attempt ? String(student.attempt) : '',
      String(student.attempts),
      ...(practice ? [String(student.tries), String(student.hints)] : []),
      ...items.map((_, index) =>
        student.cells[index]?.share != null ? number(student.cells[index].points) : '',
      ),
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
      number(item.maxPoints),
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
        ...classes.map((classLine) =>
          line('class', classLine.name, classLine.name, classLine.earned),
        ),
        ...groups.map((group) => line('group', group.name, '', group.earned)),
        ...students.map((student) =>
          line('student', student.name, student.class, student.earned, student.rating),
        ),
      ];
    }),
  );
}
