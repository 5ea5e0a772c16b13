/** One student sits a test: when, how long, what they answer, and what it earns. */
import { scoreAttempt } from '@oaken/core/attempts';
import { valueOf } from '@oaken/core/certain';
import { entriesOf, formOf } from '@oaken/core/forms';
import type { Responses } from '@oaken/core/items';
import type { Random } from '@oaken/core/random';
import { sumPoints } from '@oaken/core/scoring';
import { day, hour, minute } from '@oaken/core/timing';
import { answerOf } from '../simulate';
import type { Building, SimulatedStudent } from './building';
import type { PlannedTest } from './tests';

interface When {
  opens: number;
  closes: number;
  /** Shares of the class that do not come, and that are working now. */
  absent: number;
  working: number;
}

/** How a sitting goes in time. */
interface Course {
  began: number;
  /** In milliseconds. */
  length: number;
  limit: number | null;
  stillWorking: boolean;
  /** How much of the time that it would take there is; 1 where it is enough. */
  shareOfTime: number;
}

const order = { shuffleItems: false, shuffleChoices: true };

const attemptSeed = (random: Random) =>
  Array.from({ length: 22 }, () =>
    'abcdefghijklmnopqrstuvwxyz0123456789'.charAt(random.below(36)),
  ).join('');

/** Most sit it on the first school day, some on the last; those who work now began minutes ago. */
function courseOf(
  { plan, entries }: PlannedTest,
  when: When,
  stillWorking: boolean,
  now: number,
  random: Random,
): Course {
  const limit = plan.limitMinutes === null ? null : plan.limitMinutes * minute;
  const pace = Math.exp(0.25 * random.normal());
  const expected = entries.reduce((sum, { item }) => sum + item.seconds * 1000, 0) * pace * 1.1;
  const ranOut = !stillWorking && limit !== null && expected > limit;
  const length = ranOut ? limit : Math.round(expected);
  const lastDay = random.next() < 0.2 && when.closes - when.opens > day;
  const from = lastDay ? when.closes - 6 * hour : when.opens + 0.5 * hour;
  const room = Math.max(0, Math.min(6 * hour, when.closes - from) - length);
  const began = stillWorking
    ? now - Math.round((1 + 4 * random.next()) * minute)
    : Math.round(from + random.next() * room);
  return { began, length, limit, stillWorking, shareOfTime: ranOut ? limit / expected : 1 };
}

/** How many questions are reached. */
function reachedIn({ stillWorking, shareOfTime }: Course, questions: number): number {
  if (stillWorking) return Math.ceil(questions * 0.4);
  return shareOfTime < 1 ? Math.max(1, Math.floor(questions * shareOfTime)) : questions;
}

export function sit(
  building: Building,
  test: PlannedTest,
  student: SimulatedStudent,
  random: Random,
  when: When,
): void {
  const chance = random.next();
  if (chance < when.absent) return;
  const stillWorking = chance < when.absent + when.working;
  const course = courseOf(test, when, stillWorking, building.options.now, random);
  const seed = attemptSeed(random);
  const shown = entriesOf(formOf(test.edition, { seed }, order));
  const itemOf = new Map(test.entries.map(({ id, item }) => [id, item]));
  const answers = new Map<string, Responses>();
  for (const { id } of shown.slice(0, reachedIn(course, shown.length))) {
    const given = answerOf(valueOf(itemOf, id), student.ability, random);
    if (Object.keys(given).length > 0) answers.set(id, given);
  }
  const attemptId = putAttempt(building, test, student, { seed, course, answers });
  putAnswers(
    building,
    attemptId,
    answers,
    (step) => course.began + (step * course.length) / (shown.length + 1),
  );
  if (!stillWorking) putScores(building, attemptId, scoresOf(test, seed, course, answers));
}

/** @param savedAt when the first, second, … answer was saved */
export function putAnswers(
  building: Building,
  attemptId: number,
  answers: ReadonlyMap<string, Responses>,
  savedAt: (step: number) => number,
): void {
  let step = 0;
  for (const [entry, given] of answers)
    building.put('answers', {
      attempt_id: attemptId,
      entry_id: entry,
      number: 1,
      device: 'demonstratio',
      responses: JSON.stringify(given),
      flagged: false,
      saved_at: new Date(savedAt(++step)),
    });
}

function scoresOf(
  { edition }: PlannedTest,
  seed: string,
  { shareOfTime }: Course,
  answers: ReadonlyMap<string, Responses>,
) {
  return scoreAttempt(edition, answers, { seed, rules: order, ranOut: shareOfTime < 1 });
}

function putAttempt(
  building: Building,
  test: PlannedTest,
  student: SimulatedStudent,
  sat: { seed: string; course: Course; answers: ReadonlyMap<string, Responses> },
): number {
  const { seed, course, answers } = sat;
  const { began, length, limit, stillWorking, shareOfTime } = course;
  const { closes } = test;
  const earned = stillWorking
    ? null
    : sumPoints(scoresOf(test, seed, course, answers).map(({ points }) => points));
  const finishedBy = shareOfTime < 1 ? 'server' : 'student';
  return building.put('attempts', {
    id: building.nextId('attempts'),
    assignment_id: test.id,
    student_id: student.id,
    number: 1,
    seed,
    began_at: new Date(began),
    deadline_at: new Date(Math.min(closes, limit === null ? closes : began + limit)),
    handed_in_at: stillWorking ? null : new Date(began + length),
    max_points: stillWorking ? null : test.points,
    handed_in_by: stillWorking ? null : finishedBy,
    late: false,
    points: earned,
    counted_points: earned,
  });
}

/** What each question of a piece of work earned. */
export function putScores(
  building: Building,
  attemptId: number,
  scores: ReturnType<typeof scoresOf>,
): void {
  for (const score of scores)
    building.put('scores', {
      attempt_id: attemptId,
      entry_id: score.entry,
      points: score.points,
      max_points: score.maxPoints,
      reached: score.reached,
      needs_marking: score.needsMarking,
    });
}
