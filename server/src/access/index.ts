/**
 * Who may see and do what, in one place. Something that belongs to somebody else answers like something that does not
 * exist, so that ids tell nothing.
 */
import type { Audience } from '@oaken/contract';
import type { Model, ModelStatic, ScopeOptions, Transaction } from 'sequelize';
import type { SignedIn } from './signed-in';
import type { Role } from '../models';
import { type Database } from '../database/connect';
import type { Viewer } from '../models/access-scopes';
import { notFound, type Thing } from '../problems/problem';

const audiences: Record<Exclude<Audience, 'anyone'>, readonly Role[]> = {
  'signed-in': ['student', 'teacher', 'administrator'],
  student: ['student'],
  teacher: ['teacher'],
  administrator: ['administrator'],
  staff: ['teacher', 'administrator'],
};

export const mayCall = (who: Exclude<Audience, 'anyone'>, role: Role) =>
  audiences[who].includes(role);

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

/** @throws Problem 404, as for what does not exist */
async function insist<M extends Model>(
  model: ModelStatic<M>,
  scope: ScopeOptions,
  id: number,
  thing: Thing,
  transaction?: Transaction,
  lock = false,
): Promise<void> {
  const options = { attributes: ['id'], transaction, lock: lock && transaction !== undefined };
  if (!(await model.scope(scope).findByPk(id, options))) throw notFound(thing);
}

export const insistOnTest = (
  database: Database,
  me: SignedIn,
  testId: number,
  transaction?: Transaction,
) => insist(database.models.Test, rule('ownedBy', me), testId, 'test', transaction);

export const insistOnClass = (
  database: Database,
  me: SignedIn,
  classId: number,
  transaction?: Transaction,
) => insist(database.models.SchoolClass, rule('taughtBy', me), classId, 'class', transaction);

export const insistOnRunning = (
  database: Database,
  me: SignedIn,
  classId: number,
  transaction?: Transaction,
) => insist(database.models.SchoolClass, rule('runBy', me), classId, 'class', transaction, true);

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
    'assignment',
    transaction,
    true,
  );

/** Whether I may change the assignment; who reads it only may not. */
export const mayRun = async (
  database: Database,
  me: SignedIn,
  assignmentId: number,
  transaction?: Transaction,
): Promise<boolean> =>
  (await database.models.Assignment.scope(rule('runBy', me)).count({
    where: { id: assignmentId },
    transaction,
  })) > 0;
