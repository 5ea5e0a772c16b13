/** Giving a test: it is frozen as it stands, and each student gets a line of their own. */
import type { api, BodyOf } from '@oaken/contract';
import { ruleProblems } from '@oaken/core/assignments';
import { entriesOf } from '@oaken/core/forms';
import { randomFrom } from '@oaken/core/random';
import { countItems, hindrances, readOutline, totalPoints } from '@oaken/core/assessments';
import { longestWork } from '@oaken/core/stages';
import { windowProblems, type LateRule } from '@oaken/core/timing';
import { randomBytes } from 'node:crypto';
import { asking, editableTest } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { fromJson, insertedId, row } from '../database/connect';
import { invalid, notFound, Problem } from '../http/problem';
import { invite } from '../letters/invitations';
import { freeze } from '../assessments/edition';
import { poolSizes } from '../assessments/pools';
import { resolveWho, type Recipient } from './recipients';

type Wanted = BodyOf<typeof api.giveAssignment>;

interface Times {
  opensAt: number;
  closesAt: number | null;
  lateRule: LateRule;
  visibleFrom: number | null;
  answersFrom: number | null;
}

/** What stands against wishes, each at its field; `after` lets a window that has ended be changed. */
export function wishProblems(
  own: Times & Pick<Wanted, 'rules'>,
  now: number,
  { given = false, items = null }: { given?: boolean; items?: number | null } = {},
): { field: string; message: string }[] {
  const found = windowProblems(
    own,
    longestWork(own.rules, items),
    given ? Math.min(now, own.opensAt) : now,
  );
  if (own.visibleFrom !== null && own.visibleFrom > Math.max(own.opensAt, now))
    found.push({ field: 'visibleFrom', message: 'They must be able to see it when it opens.' });
  if (own.answersFrom !== null && own.answersFrom < own.opensAt)
    found.push({ field: 'answersFrom', message: 'Answers cannot be seen before it opens.' });
  return [...found, ...ruleProblems(own.rules)];
}

/** Times are for sections that the test has. */
function partProblems(
  { stageLimit }: Wanted['rules'],
  { sections }: ReturnType<typeof readOutline>,
) {
  const known =
    stageLimit?.of !== 'sections' ||
    Object.keys(stageLimit.minutes).every((id) => sections.some((own) => own.id === id));
  return known
    ? []
    : [{ field: 'stageLimit', message: 'The test no longer has one of these sections.' }];
}

export const asDate = (at: number | null) => (at === null ? null : new Date(at));

/** The wishes as columns of an assignment. */
export const wishColumns = (
  own: Omit<Times, 'opensAt'> & Pick<Wanted, 'rules' | 'word' | 'instructions' | 'note'>,
) => ({
  closesAt: asDate(own.closesAt),
  lateUntil: own.lateRule.late === 'until' ? new Date(own.lateRule.until) : null,
  lateOff: own.lateRule.late === 'until' ? own.lateRule.offPerDay : 0,
  visibleFrom: asDate(own.visibleFrom),
  answersFrom: asDate(own.answersFrom),
  rules: JSON.stringify(own.rules),
  word: own.word,
  instructions: own.instructions,
  note: own.note,
});

/** A group's form goes before its class's; all others get the forms in turn. */
function formFor(
  { classId, groupIds }: Recipient,
  turn: () => string | null,
  { formsFor }: Wanted,
): string | null {
  const own =
    formsFor.find(({ groupId }) => groupId !== undefined && groupIds.includes(groupId)) ??
    formsFor.find((one) => one.classId === classId);
  return own ? own.form : turn();
}

export async function giveAssignment(
  context: Context,
  me: SignedIn,
  wanted: Wanted,
): Promise<{ id: number; students: number; link: string | null }> {
  const { database, now } = context;
  const time = now();
  const opensAt = wanted.opensAt ?? time;
  return database.transaction(async (transaction) => {
    const test = await row<{ version: number; outline: unknown }>(
      database,
      `SELECT t.version, t.outline FROM tests t WHERE t.id = :testId AND t.removed_at IS NULL AND ${editableTest} FOR UPDATE`,
      { ...asking(me), testId: wanted.testId },
      transaction,
    );
    if (!test) throw notFound('The test');
    const earlier = await row<{ id: number; students: number; link: string | null }>(
      database,
      `SELECT a.id, a.link_token AS link, (SELECT COUNT(*) FROM assignment_students g WHERE g.assignment_id = a.id) AS students
         FROM assignments a WHERE a.given_by = :me AND a.client_key = :clientKey`,
      { ...asking(me), clientKey: wanted.clientKey },
      transaction,
    );
    if (earlier) return earlier;

    const outline = readOutline(fromJson(test.outline));
    const wrong = wishProblems({ ...wanted, opensAt }, time, { items: countItems(outline) });
    wrong.push(...partProblems(wanted.rules, outline));
    if (wrong.length > 0)
      throw invalid(wrong.map(({ field, message }) => ({ pointer: `/${field}`, message })));
    const inTheWay = hindrances(outline, { pools: await poolSizes(context, me, outline) });
    if (inTheWay.length > 0)
      throw invalid(inTheWay.map(({ words }) => ({ pointer: '/testId', message: words })));
    if (test.version !== wanted.testVersion)
      throw new Problem(
        409,
        'The test was changed since this page was opened.',
        'Look at the slip again before you give it.',
      );
    const known = (form: string | null) =>
      form === null || outline.forms.some(({ id }) => id === form);
    if (![...wanted.forms, ...wanted.formsFor.map(({ form }) => form)].every(known))
      throw notFound('One of the forms');

    const { recipients, classes } = await resolveWho(database, me, wanted.who, transaction);
    if (recipients.length === 0 && !wanted.who.link)
      throw invalid([{ pointer: '/who', message: nobodyWords(wanted.who) }]);

    const edition = await freeze(context, me, wanted.testId, outline);
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
    await database.query(
      'INSERT INTO edition_revisions (edition_id, entry_id, item_id, revision_id) VALUES :pins',
      {
        replacements: {
          pins: entriesOf(edition).map((entry) => [
            editionId,
            entry.id,
            entry.itemId,
            entry.revisionId,
          ]),
        },
        transaction,
      },
    );
    const link = wanted.who.link ? randomBytes(16).toString('base64url') : null;
    const { who, forms, formsFor } = wanted;
    const id = await insertedId(
      database,
      `INSERT INTO assignments (school_id, edition_id, given_by, title, kind, opens_at, closes_at, late_until, late_off, visible_from,
         answers_from, rules, word, instructions, note, wishes, link_token, client_key, created_at)
       VALUES (:school, :editionId, :me, :title, :kind, :opensAt, :closesAt, :lateUntil, :lateOff, :visibleFrom,
         :answersFrom, :rules, :word, :instructions, :note, :wishes, :link, :clientKey, :time)`,
      {
        ...asking(me),
        ...wishColumns(wanted),
        editionId,
        title: outline.title,
        kind: outline.kind,
        opensAt: new Date(opensAt),
        wishes: JSON.stringify({ who, forms, formsFor }),
        link,
        clientKey: wanted.clientKey,
        time: new Date(time),
      },
      transaction,
    );
    if (classes.length > 0)
      await database.query(
        'INSERT INTO assignment_classes (assignment_id, class_id, whole) VALUES :lines',
        {
          replacements: { lines: classes.map((own) => [id, own.id, own.whole]) },
          transaction,
        },
      );
    // Places in the deal are drawn by lot, so that neighbours on the roll do not share their items.
    const dealt = randomFrom(randomBytes(16).toString('hex')).shuffle(recipients);
    let turned = 0;
    const turn = () => wanted.forms[turned++ % wanted.forms.length] ?? null;
    if (dealt.length > 0)
      await database.query(
        'INSERT INTO assignment_students (assignment_id, student_id, class_id, place, form) VALUES :lines',
        {
          replacements: {
            lines: dealt.map((own, at) => [
              id,
              own.studentId,
              own.classId,
              at,
              formFor(own, turn, wanted),
            ]),
          },
          transaction,
        },
      );
    if (wanted.invite && context.post)
      await invite(database, id, context.site.origin, time, transaction);
    // What is given is ready, whether or not anybody said so before.
    await database.query(
      `UPDATE tests SET ready = TRUE, facts = NULL, outline = JSON_SET(outline, '$.ready', JSON_EXTRACT('[true]', '$[0]')) WHERE id = :testId`,
      { replacements: { testId: wanted.testId }, transaction },
    );
    await database.query('DELETE FROM assignment_drafts WHERE id = :draftId AND owner_id = :me', {
      replacements: { ...asking(me), draftId: wanted.draftId },
      transaction,
    });
    return { id, students: recipients.length, link };
  });
}

function nobodyWords({ classIds, groupIds, studentIds }: Wanted['who']): string {
  if (classIds.length + groupIds.length + studentIds.length === 0)
    return 'Choose at least one class, group or student.';
  if (groupIds.length + studentIds.length === 0)
    return 'There are no students in the chosen classes.';
  return 'There are no students in what is chosen.';
}
