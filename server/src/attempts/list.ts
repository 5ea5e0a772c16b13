/** The student's own list, and what is released of one's work. */
import type { api, AnswerOf } from '@oaken/contract';
import type { SeatRow, ShownScore } from '@oaken/contract/attempts';
import { attemptsLeft, bandOf, isReleased, sittingInWords, type AssignmentRules, type Released, type ReleaseFacts } from '@oaken/core/assignments'; // prettier-ignore
import { entriesOf } from '@oaken/core/forms';
import { keysInWords, responsesInWords, type Responses } from '@oaken/core/items';
import { attemptState, defaultGrace, windowEnd, windowState } from '@oaken/core/timing';
import { givenToMe } from '../access';
import { somebodyCanAnswer } from '../assignments/standing';
import { schoolZone, studentWindow, supportsOf } from '../assignments/times';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { fromJson, rows, toMillis, toMillisOrNull } from '../database/connect';
import { notFound, Problem } from '../http/problem';
import type { Editions } from './editions';
import { attemptForm, readAttempts, readGiven, type Attempt, type Given } from './given';
import { ownColumns, timeColumns } from '../assignments/times';

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

/** The score as the teacher shows it: what is not shown does not leave the server. */
function shown({ release: { show, bands } }: AssignmentRules, points: number, most: number): ShownScore {
  const share = most > 0 ? points / most : 0;
  const inPoints = show === 'points' || show === 'both';
  return {
    points: inPoints ? points : null,
    most: inPoints ? most : null,
    share: show === 'percent' || show === 'both' ? share : null,
    band: show === 'band' ? (bandOf(share, bands)?.name ?? null) : null,
  };
}

/** What is known without asking about everybody else: enough for the score. */
const factsOf = (own: Given, counting: Attempt | undefined, closed: boolean, now: number): ReleaseFacts => ({
  handedIn: counting !== undefined && counting.handedInAt !== null,
  closed,
  somebodyCanAnswer: true,
  releasedAt: toMillisOrNull(own.releasedAt),
  answersFrom: toMillisOrNull(own.answersFrom),
  now,
});

const isOver = (attempt: Attempt, now: number) => attemptState({ deadlineAt: toMillisOrNull(attempt.deadlineAt), handedInAt: toMillisOrNull(attempt.handedInAt) }, defaultGrace, now) === 'over'; // prettier-ignore

export async function listSeat(context: Context, me: SignedIn): Promise<AnswerOf<typeof api.listSeat>> {
  const { database } = context;
  const now = context.now();
  const zone = await schoolZone(database);
  const [lines, attempts] = await Promise.all([readLines(context, me), readAttempts(database, me.account.id, null)]);
  const assignments = lines.map((own): SeatRow => {
    const made = attempts.filter(({ assignmentId }) => assignmentId === own.assignmentId);
    const latest = made.at(-1);
    const counting = made.find(({ counts }) => counts);
    const window = studentWindow(own, own, zone);
    const state = windowState(window, now);
    const left = attemptsLeft(own.rules, { handedIn: made.length, extraAttempts: own.extraAttempts });
    const { limitMinutes } = own.rules;
    const time = supportsOf(own)?.time;
    const end = windowEnd(window);
    const scoreOut =
      counting?.counted != null && isReleased(own.rules, 'score', factsOf(own, counting, end !== null && end <= now, now)); // prettier-ignore
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
      limitMinutes: limitMinutes === null || time === null ? null : limitMinutes * (time ?? 1) + own.extraMinutes,
      instructions: own.instructions,
      timed: time === null ? null : (own.rules.stageLimit?.of ?? null),
      sitting: sittingInWords(own.rules, time === undefined ? 1 : time),
      asksWord: own.word !== '' && (latest === undefined || isOver(latest, now)),
      attemptsMade: made.length,
      attemptsLeft: state === 'closed' ? 0 : left === Infinity ? null : left,
      // Between the deadline and the server's own hand-in it is already over for the student.
      state: latest ? (isOver(latest, now) ? 'handed-in' : 'working') : state === 'before' ? 'coming' : state === 'closed' ? 'missed' : 'open', // prettier-ignore
      deadlineAt: toMillisOrNull(latest?.deadlineAt ?? null),
      handedInAt: toMillisOrNull(latest?.handedInAt ?? null),
      handedInBy: latest?.handedInBy ?? null,
      score: scoreOut ? shown(own.rules, counting!.counted!, counting!.most ?? own.points) : null,
      canRead: scoreOut,
    };
  });
  return { now, assignments };
}

export async function readReport(
  context: Context,
  editions: Editions,
  me: SignedIn,
  assignmentId: number,
): Promise<AnswerOf<typeof api.readReport>> {
  const { database } = context;
  const now = context.now();
  const given = await readGiven(database, me.account.id, assignmentId);
  const made = await readAttempts(database, me.account.id, assignmentId);
  const counting = made.find(({ counts }) => counts);
  const zone = await schoolZone(database);
  const end = windowEnd(studentWindow(given, given, zone));
  const score = factsOf(given, counting, end !== null && end <= now, now);
  if (!counting || counting.counted === null || !isReleased(given.rules, 'score', score))
    throw new Problem(403, 'The score is not out yet.', 'Your teacher decides when it can be read.');
  const open = await somebodyCanAnswer(database, assignmentId, given, now);
  const facts: ReleaseFacts = { ...score, closed: score.closed && !open, somebodyCanAnswer: open };
  const out = (what: Released) => isReleased(given.rules, what, facts);
  const [title] = await rows<{ title: string; points: number }>(database, 'SELECT a.title, e.points FROM assignments a JOIN editions e ON e.id = a.edition_id WHERE a.id = :assignmentId', { assignmentId }); // prettier-ignore
  if (!title) throw notFound('The assignment');
  const { edition } = await editions.get(given.editionId);
  return {
    title: title.title,
    score: shown(given.rules, counting.counted, counting.most ?? title.points),
    attempt: counting.number,
    attempts: made.length,
    lateOff: Number(counting.lateOff),
    entries:
      out('marks') || out('answers') || out('explanations')
        ? await readEntries(context, counting, attemptForm(edition, counting, given.rules), out)
        : null,
  };
}

type Entries = NonNullable<AnswerOf<typeof api.readReport>['entries']>;

async function readEntries(
  { database }: Context,
  attempt: Attempt,
  form: ReturnType<typeof attemptForm>,
  out: (what: Released) => boolean,
): Promise<Entries> {
  // prettier-ignore
  const values = { attemptId: attempt.id };
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
  return entriesOf({ sections: form.sections }).map(({ id, points, content }) => {
    const score = scores.find(({ entry }) => entry === id);
    return {
      stem: content.stem,
      mine: responsesInWords(content, fromJson<Responses>(answers.find(({ entry }) => entry === id)?.responses ?? {})),
      most: points,
      points: out('marks') ? (score?.points ?? 0) : null,
      waits: Boolean(score?.waits),
      right: out('answers') ? keysInWords(content) : null,
      explanation: out('explanations') ? content.explanation : null,
    };
  });
}
