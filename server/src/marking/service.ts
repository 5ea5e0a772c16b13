/** Marks by hand: what waits, everybody's answer to one part of an item, and giving marks. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import { entriesOf, type EditionEntry } from '@oaken/core/forms';
import { forSitting, kindOf, responseTo, type Part, type Responses } from '@oaken/core/items';
import { sameAnswers } from '@oaken/core/marking';
import { wordsIn } from '@oaken/core/plain';
import type { Transaction } from 'sequelize';
import { asking, insistOnRunningAssignment, ownAssignment, runsAssignment } from '../access';
import { readAssignments } from '../assignments/rows';
import type { SignedIn } from '../accounts/sessions';
import { scoreAnew } from '../attempts/arriving';
import type { Editions } from '../attempts/editions';
import { lockAttempt, readGiven } from '../attempts/given';
import type { Context } from '../context';
import { fromJson, row, rows, toMillis } from '../database/connect';
import { invalid, notFound, Problem } from '../http/problem';

interface Place {
  assignmentId: number;
  entryId: string;
  partId: string;
}

const byHand = ({ content }: EditionEntry) => content.parts.filter((part) => kindOf(part).markedBy === 'hand');

export async function listMarking(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listMarking>> {
  const found = await rows<{ assignmentId: number; editionId: number; entry: string; waits: string; marked: string; oldest: Date }>(
    database,
    `SELECT a.id AS assignmentId, a.edition_id AS editionId, s.entry_id AS entry, SUM(s.waits) AS waits,
            SUM(EXISTS (SELECT 1 FROM marks m WHERE m.attempt_id = t.id AND m.entry_id = s.entry_id AND m.points IS NOT NULL)) AS marked,
            MIN(IF(s.waits, t.handed_in_at, NULL)) AS oldest
       FROM assignments a JOIN attempts t ON t.assignment_id = a.id AND t.handed_in_at IS NOT NULL JOIN scores s ON s.attempt_id = t.id
      WHERE ${ownAssignment} GROUP BY a.id, s.entry_id HAVING waits > 0 ORDER BY oldest, a.id, s.entry_id`,
    asking(me),
  ); // prettier-ignore
  const ids = [...new Set(found.map(({ assignmentId }) => assignmentId))];
  const assignments = ids.length === 0 ? [] : await readAssignments(database, me, 'a.id IN (:ids)', { ids });
  const lines = await Promise.all(
    found.map(async (own) => {
      const assignment = assignments.find(({ id }) => id === own.assignmentId);
      const { edition } = await editions.get(own.editionId);
      const entry = entriesOf(edition).find(({ id }) => id === own.entry);
      if (!assignment || !entry) return [];
      return byHand(entry).map((part) => ({
        assignmentId: own.assignmentId,
        title: assignment.title,
        recipients: assignment.recipients,
        entry: own.entry,
        part: part.id,
        stem: entry.content.stem,
        waits: Number(own.waits),
        marked: Number(own.marked),
        oldest: toMillis(own.oldest),
      }));
    }),
  );
  return { waiting: lines.flat() };
}

/** @throws Problem 404 for what is not mine, or is not marked by hand */
async function find({ database }: Context, editions: Editions, me: SignedIn, { assignmentId, entryId, partId }: Place) {
  const own = await row<{ editionId: number; title: string; mayMark: number }>(
    database,
    `SELECT a.edition_id AS editionId, a.title, ${runsAssignment} AS mayMark FROM assignments a WHERE a.id = :assignmentId AND ${ownAssignment}`,
    { ...asking(me), assignmentId },
  );
  if (!own) throw notFound('The assignment');
  const { edition } = await editions.get(own.editionId);
  const entry = entriesOf(edition).find(({ id }) => id === entryId);
  const part = entry && byHand(entry).find(({ id }) => id === partId);
  if (!entry || !part) throw notFound('The question');
  return { ...own, entry, part };
}

export async function readMarking(
  context: Context,
  editions: Editions,
  me: SignedIn,
  place: Place,
): Promise<AnswerOf<typeof api.readMarking>> {
  const { entry, part, title, mayMark } = await find(context, editions, me, place);
  const { database } = context;
  const answers = await rows<{
    attemptId: number; name: string; className: string | null; rollNumber: number | null; responses: unknown;
    version: number | null; points: number | null; comment: string | null; by: string | null; at: Date | null;
  }>(
    database,
    `SELECT t.id AS attemptId, CONCAT(s.given_name, ' ', s.family_name) AS name, c.name AS className, n.roll_number AS rollNumber, r.responses,
            m.version, m.points, m.comment, CONCAT(k.given_name, ' ', k.family_name) AS \`by\`, m.marked_at AS at
       FROM attempts t JOIN answers r ON r.attempt_id = t.id AND r.entry_id = :entryId JOIN accounts s ON s.id = t.student_id
       JOIN assignment_students g ON g.assignment_id = t.assignment_id AND g.student_id = t.student_id LEFT JOIN classes c ON c.id = g.class_id
       LEFT JOIN enrolments n ON n.class_id = g.class_id AND n.student_id = g.student_id
       LEFT JOIN marks m ON m.attempt_id = t.id AND m.entry_id = :entryId AND m.part_id = :partId LEFT JOIN accounts k ON k.id = m.marked_by
      WHERE t.assignment_id = :assignmentId AND t.handed_in_at IS NOT NULL ORDER BY t.handed_in_at, t.id`,
    { ...place },
  ); // prettier-ignore
  const given = answers.flatMap((own) => {
    const response = responseTo(part, fromJson<Responses>(own.responses));
    return response === undefined || kindOf(part).isEmpty(response) ? [] : [{ ...own, response: response as unknown }];
  });
  const used = new Map<string, number>();
  for (const { comment } of given) if (comment) used.set(comment, (used.get(comment) ?? 0) + 1);
  const shown = forSitting(entry.content).parts.find(({ id }) => id === part.id)!;
  return {
    title,
    stem: entry.content.stem,
    part: shown,
    guide: guideOf(part),
    most: kindOf(part).points(part),
    mayMark: Boolean(mayMark),
    comments: [...used].sort((a, b) => b[1] - a[1]).map(([comment]) => comment).slice(0, 12), // prettier-ignore
    answers: sameAnswers(given).map(({ response, all }) => ({
      response,
      words: typeof response === 'string' ? wordsIn(response) : null,
      students: all.map((own) => ({
        attemptId: own.attemptId,
        name: own.name.trim(),
        className: own.className ?? '',
        rollNumber: own.rollNumber,
        mark: own.version === null ? null : { points: own.points, comment: own.comment ?? '', by: own.by?.trim() ?? '', at: toMillis(own.at!), version: own.version }, // prettier-ignore
      })),
    })),
  };
}

const guideOf = (part: Part) => ('guide' in part ? part.guide : '');

/** All or none: an answer that somebody else marked meanwhile stops all of them, and says so. */
export async function giveMarks(
  context: Context,
  editions: Editions,
  me: SignedIn,
  place: Place,
  { attempts, points, comment }: BodyOf<typeof api.giveMarks>,
): Promise<AnswerOf<typeof api.giveMarks>> {
  const { database, now } = context;
  await insistOnRunningAssignment(database, me, place.assignmentId);
  const { part } = await find(context, editions, me, place);
  const most = kindOf(part).points(part);
  if (points !== null && points > most)
    throw invalid([{ pointer: '/points', message: `This gives at most ${most} ${most === 1 ? 'point' : 'points'}.` }]);
  return database.transaction(async (transaction) => {
    const versions: { attemptId: number; version: number }[] = [];
    for (const own of [...attempts].sort((a, b) => a.attemptId - b.attemptId)) {
      const attempt = await lockAttempt(database, own.attemptId, transaction);
      if (!attempt || attempt.assignmentId !== place.assignmentId) throw notFound('The work');
      if (attempt.handedInAt === null) throw new Problem(409, 'It is open again.', 'It can be marked once it is handed in.'); // prettier-ignore
      const version = await setMark(context, me, place, own, points, comment, transaction);
      const given = await readGiven(database, attempt.studentId, attempt.assignmentId, transaction);
      await scoreAnew(database, editions, attempt, given, transaction);
      versions.push({ attemptId: own.attemptId, version });
    }
    return { versions };
  });

  async function setMark(
    { database: to }: Context,
    by: SignedIn,
    { entryId, partId }: Place,
    { attemptId, version }: { attemptId: number; version: number },
    given: number | null,
    said: string,
    transaction: Transaction,
  ): Promise<number> {
    const held = await row<{ version: number; points: number | null; by: string }>(
      to,
      `SELECT m.version, m.points, CONCAT(k.given_name, ' ', k.family_name) AS \`by\` FROM marks m JOIN accounts k ON k.id = m.marked_by
        WHERE m.attempt_id = :attemptId AND m.entry_id = :entryId AND m.part_id = :partId FOR UPDATE`,
      { attemptId, entryId, partId },
      transaction,
    );
    if ((held?.version ?? 0) !== version)
      throw new Problem(409, `${held?.by.trim() ?? 'Somebody'} has marked this meanwhile: ${held?.points ?? 'no'} points.`, 'Look at it again before you mark it.'); // prettier-ignore
    const replacements = { attemptId, entryId, partId, points: given, comment: said, by: by.account.id, time: new Date(now()) }; // prettier-ignore
    const columns = 'attempt_id, entry_id, part_id, points, comment, marked_by, marked_at';
    const values = ':attemptId, :entryId, :partId, :points, :comment, :by, :time';
    await to.query(`INSERT INTO mark_log (${columns}) VALUES (${values})`, { replacements, transaction });
    await to.query(
      `INSERT INTO marks (${columns}) VALUES (${values}) ON DUPLICATE KEY UPDATE points = VALUES(points), comment = VALUES(comment),
         marked_by = VALUES(marked_by), marked_at = VALUES(marked_at), version = version + 1`,
      { replacements, transaction },
    );
    return version + 1;
  }
}
