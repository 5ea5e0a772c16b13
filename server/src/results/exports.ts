/** Writes what `resultExports` of the contract names: one writer for each format. */
import type { QueryOf, api } from '@oaken/contract';
import {
  columnsOf,
  itemColumns,
  resultExports,
  studentColumns,
  type ResultColumn,
  type ResultExport,
  type ResultsAnswer,
  type StandardResult,
} from '@oaken/contract/results';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { writeCsv } from '../csv';
import { Download } from '../http/download';
import { gradebookZip } from './oneroster';
import { ownAssignmentRow, readResults } from './service';
import { readStandardResults } from './standards';
import { sentence } from './sentences';

interface Asked {
  context: Context;
  editions: Editions;
  me: SignedIn;
  assignmentId: number;
  query: QueryOf<typeof api.exportResults>;
}
interface Written {
  /** The title of what was exported. */
  title: string;
  body: string | Buffer;
}

/** A cell; at most four places, since more say nothing. */
const cell = (value: string | number | null | undefined) =>
  typeof value === 'number' ? String(Number(value.toFixed(4))) : (value ?? '');

const readAsked = ({ context: { database, now }, me, assignmentId, query }: Asked) =>
  readResults(database, me, assignmentId, now(), query);

/** Rows under the names of the columns that say something of these results. */
function table<Row>(columns: readonly ResultColumn<Row>[], rows: Row[], results: ResultsAnswer) {
  const shown = columnsOf<ResultColumn<Row>>(columns, results);
  return {
    head: shown.map(({ name }) => name),
    lines: rows.map((row) => shown.map((column) => cell(column.value(row, results)))),
  };
}

async function students(asked: Asked): Promise<Written> {
  const results = await readAsked(asked);
  const { head, lines } = table(studentColumns, results.students, results);
  const items = results.items.map((item) =>
    sentence('itemOf', { number: item.number, maxPoints: cell(item.maxPoints) }),
  );
  const points = results.students.map(({ cells }) =>
    results.items.map((_, index) => (cells[index]?.share == null ? '' : cell(cells[index].points))),
  );
  const body = writeCsv(
    [...head, ...items],
    lines.map((line, index) => [...line, ...(points[index] ?? [])]),
  );
  return { title: results.title, body };
}

async function items(asked: Asked): Promise<Written> {
  const results = await readAsked(asked);
  const { head, lines } = table(itemColumns, results.items, results);
  return { title: results.title, body: writeCsv(head, lines) };
}

const standardsHead = (
  [
    'standard',
    'statement',
    'who',
    'name',
    'class',
    'share',
    'from',
    'to',
    'items',
    'answers',
    'rating',
  ] as const
).map((column) => sentence(`standardsColumns.${column}`));

/** Everybody, each class, each group and each student of one standard. */
function linesOf(standard: StandardResult): string[][] {
  const { code, statement, all, classes, groups, students: each } = standard;
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
    cell(earned?.share),
    cell(earned?.interval[0]),
    cell(earned?.interval[1]),
    cell(earned?.items),
    cell(earned?.answers),
    cell(rating),
  ];
  return [
    line('all', '', '', all),
    ...classes.map(({ name, earned }) => line('class', name, name, earned)),
    ...groups.map(({ name, earned }) => line('group', name, '', earned)),
    ...each.map((student) =>
      line('student', student.name, student.class, student.earned, student.rating),
    ),
  ];
}

async function standards({ context, editions, me, assignmentId, query }: Asked): Promise<Written> {
  const { title } = await ownAssignmentRow(context.database, me, assignmentId);
  const answer = await readStandardResults(context, editions, me, assignmentId, {
    ...query,
    over: 'this',
    by: 'standard',
  });
  return { title, body: writeCsv(standardsHead, answer.standards.flatMap(linesOf)) };
}

async function gradebook({ context, me, assignmentId }: Asked): Promise<Written> {
  const { database, now } = context;
  const assignment = await ownAssignmentRow(database, me, assignmentId);
  const results = await readResults(database, me, assignmentId, now());
  const zip = await gradebookZip(database, assignment, results, now());
  return { title: assignment.title, body: Buffer.from(zip) };
}

const writers: Record<ResultExport, (asked: Asked) => Promise<Written>> = {
  students,
  items,
  standards,
  gradebook,
};

/** @throws Problem 404 for an assignment that is not mine */
export async function exportResults(format: ResultExport, asked: Asked): Promise<Download> {
  const { media, extension } = resultExports[format];
  const { title, body } = await writers[format](asked);
  const type = media === 'text/csv' ? `${media}; charset=utf-8` : media;
  return new Download(`${title} ${format}.${extension}`, type, body);
}
