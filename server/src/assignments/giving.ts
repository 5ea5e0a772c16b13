/** Giving a test: it is frozen as it stands, and each student gets a line of their own. */
import type { Outline } from '@oaken/core/assessments';
import type { api, BodyOf } from '@oaken/contract';
import { ruleProblems, supervisionProblems } from '@oaken/core/assignments';
import { randomFrom } from '@oaken/core/random';
import { countItems, hindrances, readOutline, totalPoints } from '@oaken/core/assessments';
import { longestWork } from '@oaken/core/stages';
import { windowProblems, type LateRule } from '@oaken/core/timing';
import { randomBytes } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { invalid, notFound, problem } from '../problems/problem';
import { invite } from '../letters/invitations';
import { freeze } from '../assessments/edition';
import { storeEdition } from '../attempts/store-edition';
import { factsOf } from '../assessments/pools';
import { resolveWho, type Recipient, type Resolved } from './recipients';
import type { Database } from '../database/connect';
import { sentence } from './sentences';

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
  times: Times & Pick<Wanted, 'rules'>,
  now: number,
  { given = false, items = null }: { given?: boolean; items?: number | null } = {},
): { field: string; message: string }[] {
  const problems = windowProblems(
    times,
    longestWork(times.rules, items),
    given ? Math.min(now, times.opensAt) : now,
  );
  if (times.visibleFrom !== null && times.visibleFrom > Math.max(times.opensAt, now))
    problems.push({ field: 'visibleFrom', message: sentence('theyMustBeAbleTo') });
  if (times.answersFrom !== null && times.answersFrom < times.opensAt)
    problems.push({ field: 'answersFrom', message: sentence('answersCannotBeSeenBefore') });
  return [
    ...problems,
    ...ruleProblems(times.rules),
    ...supervisionProblems(times.rules.supervision, times),
  ];
}

/** Times are for sections that the test has. */
function partProblems(
  { stageLimit }: Wanted['rules'],
  { sections }: ReturnType<typeof readOutline>,
) {
  const known =
    stageLimit?.of !== 'sections' ||
    Object.keys(stageLimit.minutes).every((id) => sections.some((section) => section.id === id));
  return known ? [] : [{ field: 'stageLimit', message: sentence('testNoLongerHasOne') }];
}

export const asDate = (time: number | null) => (time === null ? null : new Date(time));

/** The wishes as columns of an assignment. */
export const wishColumns = (
  times: Omit<Times, 'opensAt'> & Pick<Wanted, 'rules' | 'word' | 'instructions' | 'note'>,
) => ({
  closesAt: asDate(times.closesAt),
  lateUntil: times.lateRule.late === 'until' ? new Date(times.lateRule.until) : null,
  lateDeduction: times.lateRule.late === 'until' ? times.lateRule.offPerDay : 0,
  visibleFrom: asDate(times.visibleFrom),
  answersFrom: asDate(times.answersFrom),
  rules: times.rules,
  startWord: times.word,
  instructions: times.instructions,
  note: times.note,
});

/** A group's form goes before its class's; all others get the forms in turn. */
function formFor(
  { classId, groupIds }: Recipient,
  turn: () => string | null,
  { formsFor }: Wanted,
): string | null {
  const formOfGroup =
    formsFor.find(({ groupId }) => groupId !== undefined && groupIds.includes(groupId)) ??
    formsFor.find((choice) => choice.classId === classId);
  return formOfGroup ? formOfGroup.form : turn();
}

interface GivenOut {
  id: number;
  students: number;
  link: string | null;
}

/** The same wish again, after its answer was lost on its way, gives nothing twice. */
async function givenBefore(
  { models }: Database,
  me: SignedIn,
  clientKey: string,
  transaction: Transaction,
): Promise<GivenOut | null> {
  const assignedBy = me.account.id;
  const earlier = await models.Assignment.findOne({
    where: { assignedBy, clientKey },
    transaction,
  });
  if (!earlier) return null;
  const where = { assignmentId: earlier.id };
  const students = await models.AssignmentStudent.count({ where, transaction });
  return { id: earlier.id, students, link: earlier.linkToken };
}

export async function giveAssignment(
  context: Context,
  me: SignedIn,
  wanted: Wanted,
): Promise<GivenOut> {
  const { database, now } = context;
  const { Assignment, AssignmentDraft, Test } = database.models;
  const assignedBy = me.account.id;
  const time = now();
  return database.transaction(async (transaction) => {
    const test = await Test.scope(rule('editableBy', me)).findOne({
      where: { id: wanted.testId, removedAt: null },
      lock: true,
      transaction,
    });
    if (!test) throw notFound('test');
    const earlier = await givenBefore(database, me, wanted.clientKey, transaction);
    if (earlier) return earlier;
    const outline = readOutline(test.outline);
    await refuseWrong(context, me, wanted, { version: test.version, outline });
    const { recipients, classes } = await resolveWho(database, me, wanted.who, transaction);
    if (recipients.length === 0 && !wanted.who.link)
      throw invalid([{ pointer: '/who', message: nobodyWords(wanted.who) }]);
    const editionId = await writeEdition(context, me, wanted.testId, outline, transaction);
    const { who, forms, formsFor } = wanted;
    const assignment = await Assignment.create(
      {
        ...wishColumns(wanted),
        schoolId: me.account.schoolId,
        editionId,
        assignedBy,
        title: outline.title,
        kind: outline.kind,
        opensAt: new Date(wanted.opensAt ?? time),
        recipients: { who, forms, formsFor },
        standards: outline.standards,
        linkToken: who.link ? randomBytes(16).toString('base64url') : null,
        clientKey: wanted.clientKey,
        createdAt: new Date(time),
      },
      { transaction },
    );
    await writeRecipients(database, assignment.id, wanted, { recipients, classes }, transaction);
    const { id: assignmentId } = assignment;
    if (wanted.invite && context.post)
      await invite(database, { assignmentId }, context.site.origin, time, transaction);
    // What is given is ready, whether or not anybody said so before.
    await test.update(
      { ready: true, facts: null, outline: { ...test.outline, ready: true } },
      { transaction },
    );
    await AssignmentDraft.destroy({
      where: { id: wanted.draftId ?? 0, ownerId: assignedBy },
      transaction,
    });
    return { id: assignmentId, students: recipients.length, link: assignment.linkToken };
  });
}

/** @throws Problem 422 for wishes that do not hold, 409 for a test that was changed since its page was opened */
async function refuseWrong(
  context: Context,
  me: SignedIn,
  wanted: Wanted,
  { version, outline }: { version: number; outline: Outline },
): Promise<void> {
  const time = context.now();
  const times = { ...wanted, opensAt: wanted.opensAt ?? time };
  const wrong = wishProblems(times, time, { items: countItems(outline) });
  wrong.push(...partProblems(wanted.rules, outline));
  if (wrong.length > 0)
    throw invalid(wrong.map(({ field, message }) => ({ pointer: `/${field}`, message })));
  const inTheWay = hindrances(outline, await factsOf(context, me, outline));
  if (inTheWay.length > 0)
    throw invalid(inTheWay.map(({ words }) => ({ pointer: '/testId', message: words })));
  if (version !== wanted.testVersion) throw problem('test-changed-meanwhile');
  const known = (form: string | null) =>
    form === null || outline.forms.some(({ id }) => id === form);
  if (![...wanted.forms, ...wanted.formsFor.map(({ form }) => form)].every(known))
    throw notFound('oneOfForms');
}

/** Freezes the test as it stands. @returns the edition's id */
export async function writeEdition(
  context: Context,
  me: SignedIn,
  testId: number,
  outline: Outline,
  transaction: Transaction,
): Promise<number> {
  const content = await freeze(context, me, testId, outline);
  const facts = { itemCount: countItems(outline), points: totalPoints(outline) };
  const edition = { testId, content, ...facts };
  return storeEdition(context.database, edition, context.now(), transaction);
}

async function writeRecipients(
  { models }: Database,
  assignmentId: number,
  wanted: Wanted,
  { recipients, classes }: Pick<Resolved, 'recipients' | 'classes'>,
  transaction: Transaction,
): Promise<void> {
  await models.AssignmentClass.bulkCreate(
    classes.map(({ id, whole }) => ({ assignmentId, classId: id, wholeClass: whole })),
    { transaction },
  );
  // Places in the deal are drawn by lot, so that neighbours on the roster do not share their items.
  const dealt = randomFrom(randomBytes(16).toString('hex')).shuffle(recipients);
  let turned = 0;
  const turn = () => wanted.forms[turned++ % wanted.forms.length] ?? null;
  await models.AssignmentStudent.bulkCreate(
    dealt.map((recipient, seat) => ({
      assignmentId,
      studentId: recipient.studentId,
      classId: recipient.classId,
      seat,
      form: formFor(recipient, turn, wanted),
    })),
    { transaction },
  );
}

function nobodyWords({ classIds, groupIds, studentIds }: Wanted['who']): string {
  if (classIds.length + groupIds.length + studentIds.length === 0)
    return sentence('chooseAtLeastOneClass');
  if (groupIds.length + studentIds.length === 0) return sentence('thereAreNoStudentsIn');
  return sentence('thereAreNoStudentsInWhat');
}
