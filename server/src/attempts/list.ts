/** The student's own list. */
import type { api, AnswerOf } from '@oaken/contract';
import type { SeatRow } from '@oaken/contract/attempts';
import { attemptsLeft, isReleased, sittingInWords } from '@oaken/core/assignments';
import { attemptState, defaultGrace, windowEnd, windowState } from '@oaken/core/timing';
import { Op } from 'sequelize';
import { schoolZone, studentWindow, withAccommodation } from '../assignments/times';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { toMillis, toMillisOrNull } from '../database/connect';
import { readAttempts, type Attempt, type Given, givenOf } from './given';
import { factsOf, readWaiting, shown } from './released';
import { present } from '../database/present';
import { valuesOf } from '../database/subquery';

interface Line extends Given {
  title: string;
  kind: string;
  teacher: string;
  items: number;
  points: number;
  instructions: string;
}

async function readLines({ database, now }: Context, me: SignedIn): Promise<Line[]> {
  const lines = await database.models.AssignmentStudent.findAll({
    where: { studentId: me.account.id, withdrawnAt: null },
    include: [
      withAccommodation,
      {
        association: 'assignment',
        required: true,
        where: {
          unassignedAt: null,
          visibleFrom: { [Op.or]: [null, { [Op.lte]: new Date(now()) }] },
        },
        include: ['assigner', { association: 'edition', attributes: ['itemCount', 'points'] }],
      },
    ],
  });
  return lines
    .map((line) => {
      const assignment = present(line.assignment, 'assignment of the student');
      const edition = present(assignment.edition, 'edition');
      return {
        ...givenOf(line),
        title: assignment.title,
        kind: assignment.kind,
        teacher: assignment.assigner?.fullName ?? '',
        items: edition.itemCount,
        points: edition.points,
        instructions: assignment.instructions,
      };
    })
    .sort((a, b) => (a.closesAt?.getTime() ?? Infinity) - (b.closesAt?.getTime() ?? Infinity));
}

/** Late answers that wait for the teacher, by attempt. */
async function countUndecided(
  { database: { models } }: Context,
  me: SignedIn,
): Promise<Map<number, number>> {
  const attempts = valuesOf(models.Attempt, 'id', { studentId: me.account.id });
  const waiting = await models.LateAnswer.count({
    where: { decision: 'waiting', attemptId: { [Op.in]: attempts } },
    group: ['attemptId'],
  });
  return new Map(waiting.map(({ attemptId, count }) => [Number(attemptId), count]));
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
    const time = own.supports?.time;
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
