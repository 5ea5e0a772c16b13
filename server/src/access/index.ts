/**
 * Who may see and do what, in one place. Something that belongs to somebody else answers like something that does not
 * exist, so that ids tell nothing.
 */
import type { Audience } from '@oaken/contract';
import type { Model, ModelStatic, ScopeOptions, Transaction } from 'sequelize';
import type { Role, SignedIn } from '../accounts/sessions';
import { type Database } from '../database/connect';
import type { Viewer } from './scopes';
import { notFound } from '../http/problem';

const audiences: Record<Exclude<Audience, 'anyone'>, readonly Role[]> = {
  student: ['student'],
  teacher: ['teacher'],
  administrator: ['administrator'],
  staff: ['teacher', 'administrator'],
};

export const mayCall = (who: Exclude<Audience, 'anyone'>, role: Role) =>
  audiences[who].includes(role);

const ownBank = `(b.owner_id = :me OR (b.owner_id IS NULL AND b.reach = 'school' AND b.school_id = :school))`;
const openBank = `(b.reach = 'everybody' OR (b.reach = 'school' AND b.school_id = :school))`;
const sharedFor = (...rights: string[]) =>
  `b.id IN (SELECT bs.bank_id FROM bank_shares bs WHERE bs.account_id = :me AND bs.may IN (${rights.map((own) => `'${own}'`).join(', ')}))`;

/** SQL for the banks (as `b`) that :me of :school may read. */
export const readableBank = `(${ownBank} OR ${openBank} OR ${sharedFor('read', 'use', 'edit')})`;

/** SQL for the banks (as `b`) whose items :me may put into tests and copy. */
export const usableBank = `(${ownBank} OR ${openBank} OR ${sharedFor('use', 'edit')})`;

/** SQL for the banks (as `b`) in which :me may change items and folders; a school's bank without an owner is its teachers'. */
export const editableBank = `(${ownBank} OR ${sharedFor('edit')})`;

/** SQL for what :me may do in a readable bank (as `b`): 'read', 'use' or 'edit'. */
export const bankRight = `CASE WHEN ${editableBank} THEN 'edit' WHEN ${usableBank} THEN 'use' ELSE 'read' END`;

/** SQL for the tests (as `t`) that belong to :me: only their owner shares them or puts them into the bin. */
export const ownTest = `(t.owner_id = :me)`;

const testSharedFor = (...rights: string[]) =>
  `t.id IN (SELECT ts.test_id FROM test_shares ts WHERE ts.account_id = :me AND ts.may IN (${rights.map((own) => `'${own}'`).join(', ')}))`;

/** SQL for the tests (as `t`) that :me may change and give. */
export const editableTest = `(t.owner_id = :me OR ${testSharedFor('edit')})`;

/** SQL for the tests (as `t`) that :me may read and copy; a draft shows itself only to those it was shared with by name. */
export const readableTest = `(${ownTest} OR ${testSharedFor('read', 'edit')}
  OR (t.ready AND (t.reach = 'everybody' OR (t.reach = 'school' AND t.school_id = :school))))`;

/** SQL for what :me may do with a readable test (as `t`): 'read' or 'edit'. */
export const testRight = `CASE WHEN ${editableTest} THEN 'edit' ELSE 'read' END`;

/** SQL for the ids of the classes that :me teaches at :now, as a substitute too. */
const taught = `SELECT ct.class_id FROM class_teachers ct WHERE ct.teacher_id = :me AND (ct.until IS NULL OR ct.until > :now)`;

/** SQL for the classes (as `c`) that :me teaches. */
export const ownClass = `(c.id IN (${taught}))`;

/** SQL for the classes (as `c`) whose roll and teachers :me may change: a substitute may not. */
export const runClass = `(c.id IN (${taught} AND ct.part <> 'substitute'))`;

/** SQL for the assignments (as `a`) that :me watches and reads: those that I gave, and those of classes that are all mine too. */
export const ownAssignment = `(a.taken_back_at IS NULL AND (a.given_by = :me OR
  (EXISTS (SELECT 1 FROM assignment_classes x WHERE x.assignment_id = a.id)
   AND NOT EXISTS (SELECT 1 FROM assignment_classes x WHERE x.assignment_id = a.id AND x.class_id NOT IN (${taught})))))`;

/** SQL for the assignments (as `a`) that :me may change: a substitute watches and reads only. */
export const runsAssignment = `(a.taken_back_at IS NULL AND (a.given_by = :me OR
  (EXISTS (SELECT 1 FROM assignment_classes x WHERE x.assignment_id = a.id)
   AND NOT EXISTS (SELECT 1 FROM assignment_classes x WHERE x.assignment_id = a.id AND x.class_id NOT IN (${taught} AND ct.part <> 'substitute')))))`;

/** SQL for the assignments (as `a`, with the student's line as `g`) that the student :me was given. */
export const givenToMe = `(g.student_id = :me AND g.withdrawn_at IS NULL AND a.taken_back_at IS NULL)`;

export const viewer = ({ account, at }: SignedIn): Viewer => ({
  accountId: account.id,
  schoolId: account.schoolId,
  now: new Date(at),
});

/** A scope of a model for whoever is signed in: `Bank.scope(rule('readableBy', me))`. */
export const rule = (
  scope: 'readableBy' | 'usableBy' | 'editableBy' | 'ownedBy' | 'taughtBy' | 'runBy',
  me: SignedIn,
): ScopeOptions => ({ method: [scope, viewer(me)] });

export const asking = ({ account, at }: SignedIn) => ({
  me: account.id,
  school: account.schoolId,
  now: new Date(at),
});

/** @throws Problem 404, as for what does not exist */
async function insist<M extends Model>(
  model: ModelStatic<M>,
  scope: ScopeOptions,
  id: number,
  what: string,
  transaction?: Transaction,
  lock = false,
): Promise<void> {
  const options = { attributes: ['id'], transaction, lock: lock && transaction !== undefined };
  if (!(await model.scope(scope).findByPk(id, options))) throw notFound(what);
}

export const insistOnTest = (
  database: Database,
  me: SignedIn,
  testId: number,
  transaction?: Transaction,
) => insist(database.models.Test, rule('ownedBy', me), testId, 'The test', transaction);

export const insistOnClass = (
  database: Database,
  me: SignedIn,
  classId: number,
  transaction?: Transaction,
) => insist(database.models.SchoolClass, rule('taughtBy', me), classId, 'The class', transaction);

export const insistOnRunning = (
  database: Database,
  me: SignedIn,
  classId: number,
  transaction?: Transaction,
) =>
  insist(database.models.SchoolClass, rule('runBy', me), classId, 'The class', transaction, true);

export const insistOnRunningAssignment = (
  database: Database,
  me: SignedIn,
  assignmentId: number,
  transaction?: Transaction,
) =>
  insist(
    database.models.Assignment,
    rule('runBy', me),
    assignmentId,
    'The assignment',
    transaction,
    true,
  );
