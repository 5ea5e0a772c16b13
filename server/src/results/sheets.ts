/** Answers from elsewhere: kept as they came, analysed anew whenever they are read. */
import { elementAt, numberAt } from '@oaken/core/certain';
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { ResultsAnswer, StudentResult } from '@oaken/contract/results';
import {
  analyse,
  caution,
  discriminationBand,
  flagsOf,
  noFigure,
  shareInterval,
  SheetProblem,
  sheetTable,
  spreadOf,
  type Analysis,
  type SheetReading,
  type SheetTable,
} from '@oaken/core/analysis';
import { delimiterOf } from '@oaken/core/csv';
import { parse } from 'csv-parse/sync';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillis } from '../database/connect';
import { invalid, notFound } from '../problems/problem';
import { sentence } from './sentences';

/** @throws Problem 422 that points at `pointer`, with the line */
function readCsv(text: string, pointer: string): string[][] {
  try {
    return parse(text, {
      bom: true,
      relax_column_count: true,
      skip_empty_lines: true,
      delimiter: delimiterOf(text),
    });
  } catch (error) {
    throw invalid([
      { pointer, message: sentence('thisCouldNotBeRead', { message: (error as Error).message }) },
    ]);
  }
}

interface Stored {
  title: string;
  answers: string;
  key: string | null;
  emptyRows: SheetReading['emptyRows'];
}

/** Which of the fields that were sent a problem is about. */
function pointerOf({ about, message }: SheetProblem): string {
  if (about === 'empty rows') return '/emptyRows';
  return /key/i.test(message) ? '/key' : '/answers';
}

function resultsOf({ title, answers, key, emptyRows }: Stored, insist: boolean): ResultsAnswer {
  const keyRows = key === null || key.trim() === '' ? null : readCsv(key, '/key');
  try {
    return asResults(
      title,
      sheetTable(readCsv(answers, '/answers'), keyRows, { emptyRows, insist }),
    );
  } catch (error) {
    if (error instanceof SheetProblem)
      throw invalid([
        {
          pointer: pointerOf(error),
          message: error.message,
        },
      ]);
    throw error;
  }
}

const unknown = noFigure(sentence('wasNotBroughtIn'));

/** The same shape as the results of an assignment; what a sheet cannot know has none. */
function asResults(title: string, sheet: SheetTable): ResultsAnswer {
  const { students, items, table } = sheet;
  const analysis = analyse(table);
  const { spread, reliability, groupSize, totals } = analysis;
  const points = pointsOf(items);
  const shares = Array.from(totals, (total) => (points > 0 ? total / points : 0));
  return {
    title,
    assignment: null,
    mayChange: false,
    points,
    filters: { classes: [], groups: [], forms: [], attempts: false },
    practice: false,
    complete: true,
    onPaper: { out: 0, toLookAt: 0 },
    caution: caution(students.length),
    groupSize,
    bands: [],
    spread,
    left: { waiting: 0, responses: 0, excused: 0, notReached: 0 },
    meanShare: spreadOf(shares).mean,
    reliability,
    seconds: { median: unknown, lowerQuartile: unknown, upperQuartile: unknown },
    items: items.map((item, index) => itemOf(item, index, analysis)),
    students: students.map((name, index) => studentOf(name, index, sheet, analysis)),
    compare: { classes: [], forms: [] },
  };
}

function itemOf(
  { id, key, maxPoints, answers, cells }: SheetTable['items'][number],
  index: number,
  analysis: Analysis,
): ResultsAnswer['items'][number] {
  const item = elementAt(analysis.items, index);
  const options = answers
    .slice(0, item.options.length)
    .map((answer) => ({ id: answer, label: answer, right: answer === key }));
  return {
    entry: id,
    number: index + 1,
    itemId: null,
    content: null,
    variants: null,
    stem: id,
    asks: 'points',
    standards: [],
    maxPoints,
    override: null,
    n: item.n,
    facility: item.facility,
    interval: item.facility.value === null ? null : shareInterval(item.facility.value, item.n),
    itemRest: item.itemRest,
    itemTotal: item.itemTotal,
    upperLower: item.upperLower,
    band: item.upperLower.value === null ? null : discriminationBand(item.upperLower.value),
    alphaIfItemDeleted: item.alphaIfItemDeleted,
    options: options.map((option, o) => ({ ...option, ...elementAt(item.options, o) })),
    wrongAnswers: answers
      .filter((answer) => answer !== key)
      .map((answer) => ({
        answer,
        n: cells.filter((cell) => cell === answer).length,
        chosen: true,
        part: '',
        response: null,
      }))
      .slice(0, 12),
    blank: cells.filter((cell) => cell === '').length,
    practice: null,
    time: unknown,
    flags: flagsOf(item, options, analysis.groupSize),
  };
}

function studentOf(
  name: string,
  row: number,
  { items, table }: SheetTable,
  { totals }: Analysis,
): StudentResult {
  return {
    id: row + 1,
    attemptId: null,
    rosterNumber: row + 1,
    name,
    class: '',
    state: 'handed-in',
    handedInBy: null,
    handedInAt: null,
    late: false,
    lateAnswers: 0,
    lateWaiting: 0,
    arrivedAt: null,
    seconds: null,
    attempt: 1,
    attempts: 1,
    tries: 0,
    hints: 0,
    excused: false,
    form: null,
    points: numberAt(totals, row),
    maxPoints: pointsOf(items),
    bands: [],
    cells: items.map(({ maxPoints, cells }, index) => {
      const earned = numberAt(table.points, row * items.length + index);
      return {
        share: maxPoints > 0 ? earned / maxPoints : null,
        points: earned,
        responseText: elementAt(cells, row),
        needsMarking: false,
      };
    }),
  };
}

const pointsOf = (items: SheetTable['items']) =>
  items.reduce((sum, { maxPoints }) => sum + maxPoints, 0);

export async function bringSheet(
  { database, now }: Context,
  me: SignedIn,
  { title, answers, key, emptyRows }: BodyOf<typeof api.bringSheet>,
): Promise<{ id: number }> {
  // What cannot be analysed is not kept.
  resultsOf({ title, answers, key, emptyRows }, true);
  const { id } = await database.models.AnswerSheet.create({
    ownerId: me.account.id,
    title,
    answers,
    emptyRows,
    answerKey: key?.trim() ? key : null,
    createdAt: new Date(now()),
  });
  return { id };
}

export async function listSheets(
  { database }: Context,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listSheets>> {
  const sheets = await database.models.AnswerSheet.findAll({
    attributes: ['id', 'title', 'createdAt'],
    where: { ownerId: me.account.id },
    order: [['id', 'DESC']],
  });
  return {
    sheets: sheets.map(({ id, title, createdAt }) => ({
      id,
      title,
      createdAt: toMillis(createdAt),
    })),
  };
}

export async function readSheetResults(
  { database }: Context,
  me: SignedIn,
  id: number,
): Promise<ResultsAnswer> {
  const sheet = await database.models.AnswerSheet.findOne({
    where: { id, ownerId: me.account.id },
  });
  if (!sheet) throw notFound('broughtIn');
  const { title, answers, answerKey, emptyRows } = sheet;
  return resultsOf({ title, answers, key: answerKey, emptyRows: emptyRows ?? 'zero' }, false);
}

export async function removeSheet({ database }: Context, me: SignedIn, id: number): Promise<void> {
  const removed = await database.models.AnswerSheet.destroy({
    where: { id, ownerId: me.account.id },
  });
  if (removed === 0) throw notFound('broughtIn');
}
