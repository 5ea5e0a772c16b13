/** The student's own list. */
import type { api, AnswerOf } from '@oaken/contract';
import type { SeatRow } from '@oaken/contract/attempts';
import {
  attemptsLeft,
  isReleased,
  sittingInWords,
  type AssignmentRules,
} from '@oaken/core/assignments';
import { attemptState, defaultGrace, windowEnd, windowState } from '@oaken/core/timing';
import { givenToMe } from '../access';
import {
  ownColumns,
  schoolZone,
  studentWindow,
  supportsOf,
  timeColumns,
} from '../assignments/times';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { fromJson, rows, toMillis, toMillisOrNull } from '../database/connect';
import { readAttempts, type Attempt, type Given } from './given';
import { factsOf, readWaiting, shown } from './released';

interface Line extends Given {
  title: string;
  kind: string;
  teacher: string;
  items: number;
  points: number;
  instructions: string;
  lastEnd: Date | null;
}

async function readLines({ database, now }: Context, me: SignedIn): Promise<Line[]> {
  const found = await rows<Omit<Line, 'rules'> & { rules: unknown }>(
    database,
    `SELECT a.id AS assignmentId, a.edition_id AS editionId, a.title, a.kind, CONCAT(o.given_name, ' ', o.family_name) AS teacher,
            e.items, e.points, ${timeColumns}, a.rules, a.visible_from AS visibleFrom, a.answers_from AS answersFrom, a.released_at AS releasedAt,
            a.word, a.instructions, g.place, g.form, ${ownColumns}
       FROM assignment_students g JOIN assignments a ON a.id = g.assignment_id JOIN editions e ON e.id = a.edition_id
       JOIN accounts o ON o.id = a.given_by LEFT JOIN student_supports u ON u.student_id = g.student_id
      WHERE ${givenToMe} AND (a.visible_from IS NULL OR a.visible_from <= :time) ORDER BY a.closes_at IS NULL, a.closes_at`,
    { me: me.account.id, time: new Date(now()) },
  );
  return found.map((own) => ({ ...own, rules: fromJson<AssignmentRules>(own.rules) }));
}

/** Late answers that wait for the teacher, by attempt. */
async function countUndecided({ database }: Context, me: SignedIn): Promise<Map<number, number>> {
  const counted = await rows<{ attemptId: number; waiting: number }>(
    database,
    `SELECT l.attempt_id AS attemptId, COUNT(*) AS waiting FROM late_answers l JOIN attempts t ON t.id = l.attempt_id
      WHERE t.student_id = :me AND l.decision = 'waiting' GROUP BY l.attempt_id`,
    { me: me.account.id },
  );
  return new Map(counted.map(({ attemptId, waiting }) => [attemptId, Number(waiting)]));
}

const isOver = (attempt: Attempt, now: number) =>
  attemptState(
    {
      deadlineAt: toMillisOrNull(attempt.deadlineAt),
      handedInAt: toMillisOrNull(attempt.handedInAt),
    },
    defaultGrace,
    now,
  ) === 'over';

export async function listSeat(
  context: Context,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listSeat>> {
  const { database } = context;
  const now = context.now();
  const zone = await schoolZone(database);
  const [lines, attempts, undecided] = await Promise.all([
    readLines(context, me),
    readAttempts(database, me.account.id, null),
    countUndecided(context, me),
  ]);
  const waiting = await readWaiting(
    database,
    attempts.filter(({ counts, handedInAt }) => counts && handedInAt !== null).map(({ id }) => id),
  );
  const assignments = lines.map((own): SeatRow => {
    const made = attempts.filter(({ assignmentId }) => assignmentId === own.assignmentId);
    const latest = made.at(-1);
    const counting = made.find(({ counts }) => counts);
    const window = studentWindow(own, own, zone);
    const state = windowState(window, now);
    const left = attemptsLeft(own.rules, {
      handedIn: made.length,
      extraAttempts: own.extraAttempts,
    });
    const { limitMinutes } = own.rules;
    const time = supportsOf(own)?.time;
    const end = windowEnd(window);
    const scoreOut =
      counting?.counted != null &&
      isReleased(own.rules, 'score', factsOf(own, counting, end !== null && end <= now, now));
    return {
      assignmentId: own.assignmentId,
      title: own.title,
      kind: own.kind,
      teacher: own.teacher,
      items: own.items,
      points: own.points,
      opensAt: toMillis(own.opensAt),
      closesAt: window.closesAt,
      lateUntil: window.lateRule.late === 'until' ? window.lateRule.until : null,
      limitMinutes:
        limitMinutes === null || time === null
          ? null
          : limitMinutes * (time ?? 1) + own.extraMinutes,
      instructions: own.instructions,
      offPerTry: own.rules.mode === 'practice' ? own.rules.offPerTry : null,
      timed: time === null ? null : (own.rules.stageLimit?.of ?? null),
      sitting: sittingInWords(own.rules, time === undefined ? 1 : time),
      asksWord: own.word !== '' && (latest === undefined || isOver(latest, now)),
      attemptsMade: made.length,
      attemptsLeft: state === 'closed' ? 0 : left === Infinity ? null : left,
      // Between the deadline and the server's own hand-in it is already over for the student.
      state: latest
        ? isOver(latest, now)
          ? 'handed-in'
          : 'working'
        : state === 'before'
          ? 'coming'
          : state === 'closed'
            ? 'missed'
            : 'open',
      deadlineAt: toMillisOrNull(latest?.deadlineAt ?? null),
      handedInAt: toMillisOrNull(latest?.handedInAt ?? null),
      handedInBy: latest?.handedInBy ?? null,
      undecided: undecided.get(latest?.id ?? 0) ?? 0,
      score: scoreOut
        ? shown(
            own.rules,
            counting!.counted!,
            counting!.most ?? own.points,
            waiting.get(counting!.id) ?? 0,
          )
        : null,
      canRead: scoreOut,
    };
  });
  return { now, assignments };
}
