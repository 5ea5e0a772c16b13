import { api } from '@oaken/contract';
import type { SeatRow } from '@oaken/contract/attempts';
import { isReleased, type AssignmentRules } from '@oaken/core/assignments';
import { entriesOf, formOf } from '@oaken/core/forms';
import { keysInWords, responsesInWords, type Responses } from '@oaken/core/items';
import { attemptState, defaultGrace, windowEnd, windowState } from '@oaken/core/timing';
import { givenToMe } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { fromJson, rows, toMillis, toMillisOrNull } from '../database/connect';
import type { Bind } from '../http/bind';
import { notFound, Problem } from '../http/problem';
import type { Editions } from './editions';
import { beginAttempt, handIn, timeRules } from './service';

interface Line {
  assignmentId: number;
  editionId: number;
  title: string;
  kind: string;
  teacher: string;
  items: number;
  points: number;
  opensAt: Date;
  closesAt: Date | null;
  lateUntil: Date | null;
  rules: unknown;
  releasedAt: Date | null;
  timeFactor: number | null;
  attemptId: number | null;
  deadlineAt: Date | null;
  handedInAt: Date | null;
  handedInBy: SeatRow['handedInBy'];
  earned: number | null;
  most: number | null;
  seed: string | null;
  place: number | null;
  form: string | null;
}

export function attemptRoutes(bind: Bind, context: Context, editions: Editions): void {
  const { database, now, saving } = context;

  const linesOf = (me: SignedIn, assignmentId: number | null) =>
    rows<Line>(
      database,
      `SELECT a.id AS assignmentId, a.edition_id AS editionId, a.title, a.kind, CONCAT(o.given_name, ' ', o.family_name) AS teacher,
              e.items, e.points, a.opens_at AS opensAt, a.closes_at AS closesAt, a.late_until AS lateUntil, a.rules,
              a.released_at AS releasedAt, g.time_factor AS timeFactor, t.id AS attemptId, t.deadline_at AS deadlineAt,
              t.handed_in_at AS handedInAt, t.handed_in_by AS handedInBy, t.points AS earned, t.most,
              t.seed, t.place, t.form
         FROM assignment_students g JOIN assignments a ON a.id = g.assignment_id JOIN editions e ON e.id = a.edition_id
         JOIN accounts o ON o.id = a.given_by
         LEFT JOIN attempts t ON t.assignment_id = a.id AND t.student_id = g.student_id AND t.number = 1
        WHERE ${givenToMe} AND (:assignmentId IS NULL OR a.id = :assignmentId)
        ORDER BY a.closes_at IS NULL, a.closes_at`,
      { me: me.account.id, assignmentId },
    );

  const released = (line: Line, what: 'score' | 'answers', time: number) => {
    const rules = fromJson<AssignmentRules>(line.rules);
    return isReleased(rules.release[what], {
      handedIn: line.handedInAt !== null,
      windowEnd: windowEnd(timeRules({ ...line, rules })),
      releasedAt: toMillisOrNull(line.releasedAt),
      now: time,
    });
  };

  const stateOf = (line: Line, time: number): SeatRow['state'] => {
    if (line.handedInAt) return 'handed-in';
    const window = windowState(timeRules({ ...line, rules: fromJson<AssignmentRules>(line.rules) }), time);
    if (line.attemptId !== null) {
      const times = { deadlineAt: toMillisOrNull(line.deadlineAt), handedInAt: null };
      // Between the deadline and the server's own hand-in it is already over for the student.
      return attemptState(times, defaultGrace, time) === 'over' ? 'handed-in' : 'working';
    }
    return window === 'before' ? 'coming' : window === 'closed' ? 'missed' : 'open';
  };

  bind(api.listSeat, async ({ me }) => {
    const time = now();
    const lines = await linesOf(me, null);
    return {
      now: time,
      assignments: lines.map((line) => {
        const { limitMinutes } = fromJson<AssignmentRules>(line.rules);
        const scoreOut = released(line, 'score', time);
        return {
          assignmentId: line.assignmentId,
          title: line.title,
          kind: line.kind,
          teacher: line.teacher,
          items: line.items,
          points: line.points,
          opensAt: toMillis(line.opensAt),
          closesAt: toMillisOrNull(line.closesAt),
          limitMinutes:
            limitMinutes === null || line.timeFactor === null ? null : limitMinutes * Number(line.timeFactor),
          state: stateOf(line, time),
          deadlineAt: toMillisOrNull(line.deadlineAt),
          handedInAt: toMillisOrNull(line.handedInAt),
          handedInBy: line.handedInBy,
          score: scoreOut && line.earned !== null ? { points: line.earned, most: line.most ?? line.points } : null,
          canRead: scoreOut && line.earned !== null,
        };
      }),
    };
  });

  bind(api.beginAttempt, ({ me, params }) => beginAttempt(context, editions, me, params.assignmentId));

  bind(api.saveAnswers, async ({ me, params, body }) => {
    const stored = await saving.save(params.attemptId, me.account.id, body.answers);
    return { stored, now: now() };
  });

  bind(api.handIn, ({ me, params, body }) =>
    handIn(context, editions, params.attemptId, {
      kind: 'student',
      id: me.account.id,
      answers: body.answers,
    }),
  );

  bind(api.readReport, async ({ me, params }) => {
    const [line] = await linesOf(me, params.assignmentId);
    if (!line) throw notFound('The assignment');
    const time = now();
    if (line.attemptId === null || line.earned === null || !released(line, 'score', time))
      throw new Problem(403, 'The score is not out yet.', 'Your teacher decides when it can be read.');
    const { edition } = await editions.get(line.editionId);
    const values = { attemptId: line.attemptId };
    const scores = await rows<{ entry: string; points: number; waits: number }>(
      database,
      'SELECT entry_id AS entry, points, waits FROM scores WHERE attempt_id = :attemptId',
      values,
    );
    const answers = await rows<{ entry: string; responses: unknown }>(
      database,
      'SELECT entry_id AS entry, responses FROM answers WHERE attempt_id = :attemptId',
      values,
    );
    const sitter = { seed: line.seed!, place: line.place ?? 0, form: line.form };
    const own = formOf(edition, sitter, { shuffleItems: false, shuffleChoices: false });
    const entries = entriesOf({ sections: own.sections }).map(({ id, points, content }) => ({
      stem: content.stem,
      points: scores.find(({ entry }) => entry === id)?.points ?? 0,
      waits: Boolean(scores.find(({ entry }) => entry === id)?.waits),
      most: points,
      mine: responsesInWords(content, fromJson<Responses>(answers.find(({ entry }) => entry === id)?.responses ?? {})),
      right: keysInWords(content),
      explanation: content.explanation,
    }));
    return {
      title: line.title,
      points: line.earned,
      most: line.most ?? line.points,
      entries: released(line, 'answers', time) ? entries : null,
    };
  });
}
