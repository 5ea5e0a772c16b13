/** What a teacher finds in the morning: which windows are open or near, and what waits for them. */
import type { api, AnswerOf } from '@oaken/contract';
import type { AssignmentRow } from '@oaken/contract/assignments';
import { listing, percentText } from '@oaken/core/text';
import { day } from '@oaken/core/timing';
import { Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { readAssignments } from '../assignments/rows';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import { toMillis, type Database } from '../database/connect';
import { unmarkedEntries } from '../marking/queries';
import { listSeconds } from '../marking/second';
import { unclearByAssignment } from '../paper/unclear';
import { isComplete } from '../results/service';
import type { SuspiciousItem } from '../models/assignments';
import { sentence } from './sentences';
import type { SuspiciousItems } from './suspicious';

type Today = AnswerOf<typeof api.readToday>;
type Waiting = Today['waiting'][number];

/** Results older than this are no news. */
const recent = 21 * day;

export async function readToday(
  context: Context,
  suspicious: SuspiciousItems,
  editions: Editions,
  me: SignedIn,
): Promise<Today> {
  const { database, now } = context;
  const time = now();
  const mine = await readAssignments(database, me, {
    closesAt: { [Op.or]: [null, { [Op.gt]: new Date(time - recent) }] },
  });
  const open = mine.filter(
    (assignment) => assignment.opensAt <= time && !isComplete(assignment, time),
  );
  const complete = mine.filter(
    (assignment) => assignment.handedIn > 0 && isComplete(assignment, time),
  );
  const ids = complete.map(({ id }) => id);
  const { items, unread } = await suspicious.of(me, ids, time);
  const waiting = [
    ...complete.flatMap((assignment) => finished(assignment, items.get(assignment.id) ?? [], time)),
    ...open.flatMap((assignment) => notBegun(assignment, time)),
    ...(await toMark(database, mine)),
    ...(await toLookAt(database, mine)),
    ...(await toReadForColleagues(context, editions, me)),
  ];
  void suspicious.lookLater(me, unread, time);
  return {
    now: time,
    windows: windowsOf(mine, open, time),
    waiting: waiting.sort((a, b) => b.at - a.at),
    footing: {
      open: open.length,
      working: open.reduce((sum, assignment) => sum + assignment.working, 0),
      complete: complete.length,
      unread: unread.length,
    },
  };
}

/** Windows that are open, open within a week, or ended since yesterday; the one that ends first comes first. */
function windowsOf(mine: AssignmentRow[], open: AssignmentRow[], time: number): AssignmentRow[] {
  return mine
    .filter(
      (assignment) =>
        assignment.opensAt < time + 7 * day &&
        (open.includes(assignment) ||
          assignment.opensAt > time ||
          (assignment.closesAt ?? 0) > time - day),
    )
    .sort((a, b) => (a.closesAt ?? Infinity) - (b.closesAt ?? Infinity));
}

const lineOf = ({ id, title, classes }: AssignmentRow) => ({
  assignmentId: id,
  title,
  classes: listing(classes.map(({ name }) => name)),
});

/** That the results are there, and which items want a look. */
function finished(
  assignment: AssignmentRow,
  suspicious: readonly SuspiciousItem[],
  time: number,
): Waiting[] {
  const line = { ...lineOf(assignment), at: assignment.closesAt ?? time };
  const { handedIn, given, meanShare } = assignment;
  const detail =
    meanShare === null
      ? sentence('handedIn', { handedIn, given })
      : sentence('handedInWithMean', { handedIn, given, mean: percentText(meanShare) });
  const complete: Waiting = { ...line, what: 'complete', count: assignment.handedIn, detail };
  if (suspicious.length === 0) return [complete];
  const words = suspicious.map(({ number, title }) =>
    sentence('item', { number, title: title.toLowerCase() }),
  );
  const flagged = { count: suspicious.length, detail: listing(words) };
  return [{ ...line, what: 'flagged', ...flagged }, complete];
}

/** Students who have not begun what closes within a day. */
function notBegun(assignment: AssignmentRow, time: number): Waiting[] {
  const { closesAt, notBegun: students } = assignment;
  if (students === 0 || closesAt === null || closesAt >= time + day) return [];
  const detail = sentence('notBegun', { n: students });
  return [{ ...lineOf(assignment), at: closesAt, what: 'not-begun', count: students, detail }];
}

/** Answers that wait for a mark. */
async function toMark(database: Database, mine: AssignmentRow[]): Promise<Waiting[]> {
  const ids = mine.map(({ id }) => id);
  const unmarked = await unmarkedEntries(database, ids);
  return mine.flatMap((assignment): Waiting[] => {
    const entries = unmarked.filter(({ assignmentId }) => assignmentId === assignment.id);
    const [oldest] = entries;
    if (!oldest) return [];
    const answers = entries.reduce((sum, line) => sum + Number(line.unmarked), 0);
    const detail = sentence('toMark', { n: answers });
    return [
      {
        ...lineOf(assignment),
        at: toMillis(oldest.oldest),
        what: 'to-mark',
        count: answers,
        detail,
      },
    ];
  });
}

/** Answer sheets of which something is not sure. */
async function toLookAt(database: Database, mine: AssignmentRow[]): Promise<Waiting[]> {
  const unclear = await unclearByAssignment(
    database,
    mine.map(({ id }) => id),
  );
  return mine.flatMap((assignment): Waiting[] => {
    const found = unclear.get(assignment.id);
    if (!found) return [];
    const detail = sentence('toLookAt', { n: found.count });
    return [{ ...lineOf(assignment), what: 'to-look-at', ...found, detail }];
  });
}

/** What colleagues asked me to mark a second time and I have not yet. */
async function toReadForColleagues(
  context: Context,
  editions: Editions,
  me: SignedIn,
): Promise<Waiting[]> {
  const seconds = await listSeconds(context, editions, me);
  return seconds
    .filter(({ left }) => left > 0)
    .map(({ secondMarkingId, title, requestedBy, requestedAt, left }) => ({
      what: 'second-marking',
      secondMarkingId,
      assignmentId: null,
      title,
      classes: sentence('requestedBy', { requestedBy }),
      at: requestedAt,
      count: left,
      detail: sentence('toMarkSecondTime', { n: left }),
    }));
}
