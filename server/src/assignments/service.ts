import type { api } from '@oaken/contract';
import { type BodyOf } from '@oaken/contract';
import { entriesOf } from '@oaken/core/forms';
import { randomFrom } from '@oaken/core/random';
import { countItems, hindrances, readOutline, totalPoints } from '@oaken/core/tests';
import { minute, windowProblems } from '@oaken/core/timing';
import { randomBytes } from 'node:crypto';
import { asking, editableTest, insistOnAssignment, ownClass } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { fromJson, insertedId, row, rows } from '../database/connect';
import { invalid, notFound, Problem } from '../http/problem';
import { freeze } from '../tests/edition';
import { poolSizes } from '../tests/pools';
import { Assignment } from './model';

type Wanted = BodyOf<typeof api.giveAssignment>;

/** The forms in turn; null is the first one. */
const formFor = (place: number, forms: readonly (string | null)[]) => forms[place % forms.length] ?? null;

export async function giveAssignment(
  context: Context,
  me: SignedIn,
  wanted: Wanted,
): Promise<{ id: number; students: number }> {
  const { database, now } = context;
  const time = now();
  const opensAt = wanted.opensAt ?? time;
  const limit = wanted.rules.limitMinutes === null ? null : wanted.rules.limitMinutes * minute;
  return database.transaction(async (transaction) => {
    const test = await row<{ version: number; outline: unknown }>(
      database,
      `SELECT t.version, t.outline FROM tests t WHERE t.id = :testId AND t.removed_at IS NULL AND ${editableTest} FOR UPDATE`,
      { ...asking(me), testId: wanted.testId },
      transaction,
    );
    if (!test) throw notFound('The test');
    const earlier = await row<{ id: number; students: number }>(
      database,
      `SELECT a.id, (SELECT COUNT(*) FROM assignment_students g WHERE g.assignment_id = a.id) AS students
         FROM assignments a WHERE a.given_by = :me AND a.client_key = :clientKey`,
      { ...asking(me), clientKey: wanted.clientKey },
      transaction,
    );
    if (earlier) return earlier;

    const outline = readOutline(fromJson(test.outline));
    const wrong = windowProblems({ opensAt, closesAt: wanted.closesAt, lateRule: wanted.lateRule }, limit, time);
    if (wrong.length > 0) throw invalid(wrong.map(({ field, message }) => ({ pointer: `/${field}`, message })));
    const inTheWay = hindrances(outline, { pools: await poolSizes(context, me, outline) });
    if (inTheWay.length > 0) throw invalid(inTheWay.map(({ words }) => ({ pointer: '/testId', message: words })));
    if (test.version !== wanted.testVersion)
      throw new Problem(
        409,
        'The test was changed since this page was opened.',
        'Look at the slip again before you give it.',
      );

    if (!wanted.forms.every((form) => form === null || outline.forms.some(({ id }) => id === form))) throw notFound('One of the forms'); // prettier-ignore

    const classIds = [...new Set(wanted.classIds)];
    const classes = await rows<{ id: number }>(
      database,
      `SELECT c.id FROM classes c WHERE c.id IN (:classIds) AND c.put_away_at IS NULL AND ${ownClass}`,
      { ...asking(me), classIds },
      transaction,
    );
    if (classes.length !== classIds.length) throw notFound('One of the classes');
    // A student of two chosen classes gets it once, through the first.
    const students = await rows<{ studentId: number; classId: number }>(
      database,
      `SELECT e.student_id AS studentId, MIN(e.class_id) AS classId FROM enrolments e
        WHERE e.class_id IN (:classIds) AND e.left_at IS NULL GROUP BY e.student_id`,
      { classIds },
      transaction,
    );
    if (students.length === 0)
      throw invalid([{ pointer: '/classIds', message: 'There are no students in the chosen classes.' }]);

    const edition = await freeze(context, me, wanted.testId, outline);
    const entries = entriesOf(edition);
    const editionId = await insertedId(
      database,
      'INSERT INTO editions (test_id, content, items, points, created_at) VALUES (:testId, :content, :items, :points, :time)',
      {
        testId: wanted.testId,
        content: JSON.stringify(edition),
        items: countItems(outline),
        points: totalPoints(outline),
        time: new Date(time),
      },
      transaction,
    );
    await database.query('INSERT INTO edition_revisions (edition_id, entry_id, item_id, revision_id) VALUES :pins', {
      replacements: {
        pins: entries.map((entry) => [editionId, entry.id, entry.itemId, entry.revisionId]),
      },
      transaction,
    });
    const { id } = await Assignment.create(
      {
        schoolId: me.account.schoolId,
        editionId,
        givenBy: me.account.id,
        title: outline.title,
        kind: outline.kind,
        opensAt: new Date(opensAt),
        closesAt: wanted.closesAt === null ? null : new Date(wanted.closesAt),
        lateUntil: wanted.lateRule.late === 'until' ? new Date(wanted.lateRule.until) : null,
        rules: wanted.rules,
        clientKey: wanted.clientKey,
        createdAt: new Date(time),
      },
      { transaction },
    );
    await database.query('INSERT INTO assignment_classes (assignment_id, class_id) VALUES :pairs', {
      replacements: { pairs: classIds.map((classId) => [id, classId]) },
      transaction,
    });
    // Places in the deal are drawn by lot, so that neighbours on the roll do not share their items.
    const dealt = randomFrom(randomBytes(16).toString('hex')).shuffle(students);
    await database.query(
      'INSERT INTO assignment_students (assignment_id, student_id, class_id, place, form) VALUES :lines',
      {
        replacements: {
          lines: dealt.map(({ studentId, classId }, at) => [id, studentId, classId, at, formFor(at, wanted.forms)]),
        },
        transaction,
      },
    );
    // What is given is ready, whether or not anybody said so before.
    await database.query(
      `UPDATE tests SET ready = TRUE, facts = NULL, outline = JSON_SET(outline, '$.ready', JSON_EXTRACT('[true]', '$[0]')) WHERE id = :testId`,
      { replacements: { testId: wanted.testId }, transaction },
    );
    return { id, students: students.length };
  });
}

export async function takeBack({ database, now }: Context, me: SignedIn, assignmentId: number): Promise<void> {
  await database.transaction(async (transaction) => {
    await row(
      database,
      'SELECT id FROM assignments WHERE id = :assignmentId FOR UPDATE',
      { assignmentId },
      transaction,
    );
    await insistOnAssignment(database, me, assignmentId, transaction);
    const begun = await row<{ n: number }>(
      database,
      'SELECT COUNT(*) AS n FROM attempts WHERE assignment_id = :assignmentId',
      { assignmentId },
      transaction,
    );
    if (begun!.n > 0)
      throw new Problem(
        409,
        'It cannot be taken back any more.',
        `${begun!.n} ${begun!.n === 1 ? 'student has' : 'students have'} begun.`,
      );
    await Assignment.update({ takenBackAt: new Date(now()) }, { where: { id: assignmentId }, transaction });
  });
}
