import type { AssignmentRow } from '@oaken/contract/assignments';
import type { ItemResult, ResultsAnswer, StudentResult } from '@oaken/contract/results';
import {
  analyse,
  caution,
  discriminationBand,
  flagsOf,
  shareInterval,
  spreadOf,
  type Analysis,
} from '@oaken/core/analysis';
import { countable, responsesInWords, scoreItem } from '@oaken/core/items';
import type { EditionEntry } from '@oaken/core/forms';
import type { Sequelize } from 'sequelize';
import { readAssignments } from '../assignments/rows';
import type { SignedIn } from '../accounts/sessions';
import { toMillis, toMillisOrNull } from '../database/connect';
import { notFound } from '../http/problem';
import { choicePart, readSheet, tableOf, type Sheet, type StudentLine } from './table';

/** Whether nothing more can arrive: all have handed in, or the window has ended and nobody is working. */
export function isComplete(own: AssignmentRow, now: number): boolean {
  if (own.handedIn === own.given) return true;
  return own.lastEnd !== null && now >= own.lastEnd && own.working === 0;
}

const isFinished = ({ handedInAt, excused }: StudentLine) => handedInAt !== null && !excused;

export async function readResults(
  database: Sequelize,
  me: SignedIn,
  assignmentId: number,
  now: number,
): Promise<ResultsAnswer> {
  const [assignment] = await readAssignments(database, me, 'a.id = :assignmentId', { assignmentId });
  if (!assignment) throw notFound('The assignment');
  const sheet = await readSheet(database, assignment);
  const finished = sheet.students.filter(isFinished);
  const analysis = analyse(tableOf(sheet, finished));
  const { spread, reliability, groupSize } = analysis;
  return {
    assignment,
    complete: isComplete(assignment, now),
    caution: caution(finished.length),
    groupSize,
    spread,
    reliability,
    seconds: { median: spreadOf(finished.map((own) => secondsOf(own)!)).median },
    items: sheet.entries.map((entry, at) => itemResult(sheet, finished, analysis, entry, at)),
    students: sheet.students.map((own) => studentResult(sheet, own)),
  };
}

function itemResult(
  sheet: Sheet,
  finished: StudentLine[],
  { items, groupSize }: Analysis,
  entry: EditionEntry,
  at: number,
): ItemResult {
  const figures = items[at]!;
  const options = choicePart(entry)?.options ?? [];
  const { facility, upperLower } = figures;
  return {
    entry: entry.id,
    number: at + 1,
    itemId: entry.itemId,
    revisionId: entry.revisionId,
    content: entry.content,
    standards: entry.standards,
    most: entry.points,
    n: figures.n,
    facility,
    interval: facility.value === null ? null : shareInterval(facility.value, figures.n),
    itemRest: figures.itemRest,
    itemTotal: figures.itemTotal,
    upperLower,
    band: upperLower.value === null ? null : discriminationBand(upperLower.value),
    alphaWithout: figures.alphaWithout,
    options: options.map((option, o) => ({ ...option, ...figures.options[o]! })),
    wrongAnswers: wrongAnswers(sheet, finished, entry),
    blank: finished.filter(
      ({ attemptId }) => sheet.scores.get(attemptId!)?.has(entry.id) && isBlank(sheet, attemptId!, entry),
    ).length,
    flags: flagsOf(figures, options, groupSize),
  };
}

const answerTo = ({ answers }: Sheet, attemptId: number, { id }: EditionEntry) => answers.get(attemptId)?.get(id) ?? {};

const isBlank = (sheet: Sheet, attemptId: number, entry: EditionEntry) =>
  scoreItem(entry.content, answerTo(sheet, attemptId, entry)).parts.every(({ answered }) => !answered);

/** Free answers that earned nothing in their part, gathered by what they say. */
function wrongAnswers(sheet: Sheet, finished: StudentLine[], entry: EditionEntry): ItemResult['wrongAnswers'] {
  const tally = new Map<string, number>();
  for (const { attemptId } of finished) {
    const given = answerTo(sheet, attemptId!, entry);
    const scored = scoreItem(entry.content, given);
    entry.content.parts.forEach((part, at) => {
      const { free } = countable(part, given);
      if (free !== null && scored.parts[at]!.points === 0) tally.set(free, (tally.get(free) ?? 0) + 1);
    });
  }
  return [...tally]
    .map(([answer, n]) => ({ answer, n }))
    .sort((a, b) => b.n - a.n)
    .slice(0, 12);
}

const secondsOf = ({ beganAt, handedInAt }: StudentLine) =>
  beganAt && handedInAt ? Math.round((toMillis(handedInAt) - toMillis(beganAt)) / 1000) : null;

function studentResult(sheet: Sheet, own: StudentLine): StudentResult {
  const { attemptId, handedInAt } = own;
  return {
    id: own.studentId,
    rollNumber: own.rollNumber,
    name: `${own.givenName} ${own.familyName}`,
    class: own.class,
    state: handedInAt ? 'handed-in' : attemptId === null ? 'not-begun' : 'working',
    handedInBy: own.handedInBy,
    handedInAt: toMillisOrNull(handedInAt),
    late: Boolean(own.late),
    lateAnswers: own.lateAnswers,
    arrivedAt: toMillisOrNull(own.arrivedAt),
    seconds: secondsOf(own),
    points: own.points,
    most: own.most,
    cells: handedInAt
      ? sheet.entries.map((entry) => {
          const score = sheet.scores.get(attemptId!)?.get(entry.id);
          if (!score) return null;
          return {
            waits: score.waits,
            share: score.reached && entry.points > 0 ? score.points / entry.points : null,
            points: score.points,
            said: responsesInWords(entry.content, answerTo(sheet, attemptId!, entry)),
          };
        })
      : [],
  };
}
