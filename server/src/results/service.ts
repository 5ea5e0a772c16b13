import { elementAt } from '@oaken/core/certain';
import type { AssignmentRow } from '@oaken/contract/assignments';
import {
  resultsQuery,
  type ResultsAnswer,
  type ResultsQuery,
  type StudentResult,
} from '@oaken/contract/results';
import { analyse, bandsInReach, caution, spreadOf, type Analysis } from '@oaken/core/analysis';
import type { EditionEntry } from '@oaken/core/forms';
import { readAssignments } from '../assignments/rows';
import type { SignedIn } from '../access/signed-in';
import { toMillis, toMillisOrNull, type Database } from '../database/connect';
import { notFound } from '../problems/problem';
import { gather, type Gathered } from './gather';
import { chosenLines, isFinished, isHandedIn, type Finished, type Line } from './lines';
import { Cells } from './cells';
import { chosenIn, itemResults } from './items';
import { AnswerReadings } from './answer-readings';
import { tableOf } from './table';
import { mayRun } from '../access';
import { paperLeft } from '../paper/unclear';
import { sentence } from './sentences';

/** Whether nothing more can arrive: all have handed in, or the window has ended and nobody is working. */
export function isComplete(assignment: AssignmentRow, now: number): boolean {
  if (assignment.handedIn === assignment.given) return true;
  return assignment.lastEnd !== null && now >= assignment.lastEnd && assignment.working === 0;
}

/** @throws Problem 404 for what is not mine */
export async function ownAssignmentRow(
  database: Database,
  me: SignedIn,
  assignmentId: number,
): Promise<AssignmentRow> {
  const [assignment] = await readAssignments(database, me, { id: assignmentId });
  if (!assignment) throw notFound('assignment');
  return assignment;
}

const everything: ResultsQuery = resultsQuery.parse({});

export async function readResults(
  database: Database,
  me: SignedIn,
  assignmentId: number,
  now: number,
  query: ResultsQuery = everything,
): Promise<ResultsAnswer> {
  const reading = Promise.all([
    gather(database, assignmentId),
    mayRun(database, me, assignmentId),
    paperLeft(database, assignmentId),
  ]);
  // Read at the same time. What is not mine ends here, whatever becomes of what was read beside it.
  reading.catch(() => {});
  const assignment = await ownAssignmentRow(database, me, assignmentId);
  const [gathered, mayChange, onPaper] = await reading;
  const lines = chosenLines(gathered, query);
  const finished = lines.filter(isFinished);
  const marked = finished.filter((line) => !waitsIn(gathered, line));
  const counting = gathered.entries.filter(({ override }) => override !== 'dropped');
  const readings = new AnswerReadings();
  const cells = new Cells(gathered, readings);
  const analysis = analysisOf(gathered, counting, finished, marked, readings);
  const { spread, reliability, groupSize } = analysis;
  const { release, mode } = assignment.rules;
  const bands = release.show === 'band' ? release.bands : [];
  const { median, lowerQuartile, upperQuartile } = spreadOf(
    finished.flatMap((line) => secondsOf(line) ?? []),
  );
  return {
    title: assignment.title,
    assignment,
    mayChange,
    points: assignment.points,
    filters: filtersOf(assignment, gathered),
    practice: mode === 'practice',
    complete: isComplete(assignment, now) && onPaper.out + onPaper.toLookAt === 0,
    onPaper,
    caution: caution(finished.length),
    groupSize,
    bands,
    spread,
    left: leftOut(gathered, counting, lines, finished, marked),
    meanShare: spreadOf(marked.flatMap(shareOf)).mean,
    reliability,
    seconds: { median, lowerQuartile, upperQuartile },
    items: itemResults(gathered, finished, analysis, counting, readings),
    students: lines.map((line) =>
      studentResult(gathered, cells, line, reliability.standardError.value, bands),
    ),
    compare: comparisons(assignment, gathered, finished),
  };
}

/** The forms of the test, of which the first has no line of its own; none where there is only that. */
function formsOf({ edition }: Gathered): { id: string; name: string }[] {
  const others = (edition.forms ?? []).map(({ id, name }) => ({ id, name }));
  return others.length > 0 ? [{ id: '', name: 'A' }, ...others] : [];
}

const filtersOf = ({ classes }: AssignmentRow, gathered: Gathered): ResultsAnswer['filters'] => ({
  classes,
  groups: gathered.groups.map(({ id, name }) => ({ id, name })),
  forms: formsOf(gathered),
  attempts: gathered.lines.some(({ attempts }) => attempts > 1),
});

/** Classes and forms beside each other, where there are several. */
function comparisons(
  { classes }: AssignmentRow,
  gathered: Gathered,
  finished: Finished[],
): ResultsAnswer['compare'] {
  const ofClass = (id: number) => finished.filter(({ classId }) => classId === id);
  const ofForm = (id: string) => finished.filter(({ form }) => (form ?? '') === id);
  const several = classes.length > 1 ? classes : [];
  return {
    classes: several.map(({ id, name }) => compared(gathered, ofClass(id), name)),
    forms: formsOf(gathered).map(({ id, name }) =>
      compared(gathered, ofForm(id), sentence('form', { name })),
    ),
  };
}

/** The share of its points that a work earned; none while it has no points. */
const shareOf = ({ points, maxPoints }: Line): number[] =>
  points === null || !maxPoints ? [] : [points / maxPoints];

/** The figures of the items that count, with totals as they count. */
function analysisOf(
  gathered: Gathered,
  counting: EditionEntry[],
  finished: Finished[],
  marked: Finished[],
  readings: AnswerReadings,
): Analysis {
  const work = { scoresOf: scoresIn(gathered), entries: counting };
  const table = tableOf(work, finished, chosenIn(gathered, readings));
  return withTotals(ofMarked(analyse(table), gathered, counting, finished, marked), marked);
}

/** Some of the work has still to be marked, so that its total says nothing yet. */
const waitsIn = ({ recordOf }: Gathered, { attemptId }: Finished) =>
  [...recordOf(attemptId).scores.values()].some(({ needsMarking }) => needsMarking);

const scoresIn =
  ({ recordOf }: Gathered) =>
  (attemptId: number) =>
    recordOf(attemptId).scores;

/** Whatever rests on totals is taken from work that is marked whole; facility and choices from all of it. */
function ofMarked(
  all: Analysis,
  gathered: Gathered,
  counting: EditionEntry[],
  finished: Finished[],
  marked: Finished[],
): Analysis {
  if (marked.length === finished.length) return all;
  const whole = analyse(tableOf({ scoresOf: scoresIn(gathered), entries: counting }, marked));
  const items = all.items.map((item, index) => {
    const { itemRest, itemTotal, upperLower, alphaIfItemDeleted } = elementAt(whole.items, index);
    return { ...item, itemRest, itemTotal, upperLower, alphaIfItemDeleted };
  });
  return { ...whole, items };
}

function leftOut(
  gathered: Gathered,
  counting: EditionEntry[],
  lines: Line[],
  finished: Finished[],
  marked: Finished[],
): ResultsAnswer['left'] {
  let [responses, notReached] = [0, 0];
  for (const { attemptId } of finished) {
    const { scores } = gathered.recordOf(attemptId);
    for (const { id } of counting) {
      const score = scores.get(id);
      if (score?.needsMarking) responses += 1;
      if (score && !score.reached) notReached += 1;
    }
  }
  return {
    waiting: finished.length - marked.length,
    responses,
    excused: lines.filter(({ excused }) => excused).length,
    notReached,
  };
}

/** Totals as they count: with what lateness takes off, and points besides the items. */
function withTotals(analysis: Analysis, marked: Finished[]): Analysis {
  return { ...analysis, spread: spreadOf(marked.map(({ points }) => points ?? 0)) };
}

function compared(
  gathered: Gathered,
  finisheds: Finished[],
  name: string,
): ResultsAnswer['compare']['classes'][number] {
  const marked = finisheds.filter((line) => !waitsIn(gathered, line));
  const spread = spreadOf(marked.flatMap(shareOf));
  return {
    name,
    n: finisheds.length,
    mean: spread.mean,
    sd: spread.sd,
    facilities: gathered.entries.map(({ id, points }) => {
      const earned = finisheds.flatMap(({ attemptId }) => {
        const score = gathered.recordOf(attemptId).scores.get(id);
        return score?.reached && !score.needsMarking && score.maxPoints > 0
          ? [score.points / points]
          : [];
      });
      return spreadOf(earned).mean.value;
    }),
  };
}

/** Null on paper, where nobody knows how long it took. */
const secondsOf = ({ beganAt, handedInAt, handedInBy }: Finished): number | null =>
  handedInBy === 'paper' ? null : Math.round((toMillis(handedInAt) - toMillis(beganAt)) / 1000);

function stateOf({ handedInAt, attemptId }: Line): StudentResult['state'] {
  if (handedInAt !== null) return 'handed-in';
  return attemptId === null ? 'not-begun' : 'working';
}

function studentResult(
  gathered: Gathered,
  cells: Cells,
  line: Line,
  error: number | null,
  bands: { name: string; from: number }[],
): StudentResult {
  const { attemptId, handedInAt } = line;
  const practised = attemptId === null ? [] : [...gathered.recordOf(attemptId).practice.values()];
  return {
    id: line.studentId,
    attemptId,
    rosterNumber: line.rosterNumber ?? 0,
    name: line.name,
    class: line.class,
    state: stateOf(line),
    handedInBy: line.handedInBy,
    handedInAt: toMillisOrNull(handedInAt),
    late: line.late,
    lateAnswers: attemptId === null ? 0 : gathered.recordOf(attemptId).arrivedLate,
    lateWaiting: line.lateWaiting,
    arrivedAt: toMillisOrNull(line.arrivedAt),
    seconds: isHandedIn(line) ? secondsOf(line) : null,
    attempt: line.number ?? 0,
    attempts: line.attempts,
    tries: practised.reduce((sum, { tries }) => sum + tries, 0),
    hints: practised.reduce((sum, { hints }) => sum + hints, 0),
    excused: line.excused,
    form: line.form,
    points: line.points,
    maxPoints: line.maxPoints,
    bands:
      line.points === null || line.maxPoints === null
        ? []
        : bandsInReach(line.points, line.maxPoints, error ?? 0, bands),
    cells: isHandedIn(line) ? gathered.entries.map((entry) => cells.of(line.attemptId, entry)) : [],
  };
}
