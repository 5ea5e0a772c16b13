/** A class itself: making it, what is said about it, who teaches it, and putting it away. */
import type { api, AnswerOf, BodyOf } from '@oaken/contract';
import type { ClassFacts } from '@oaken/contract/classes';
import { randomInt } from 'node:crypto';
import { type Transaction, Op, type WhereOptions } from 'sequelize';
import { insistOnClass, insistOnRunning } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { toMillisOrNull, type Database } from '../database/connect';
import { invalid, notFound, problem } from '../problems/problem';
import type { Account } from '../models';
import { present } from '@oaken/core/certain';
import { valuesOf } from '../models/subquery';
import { sentence } from './sentences';

/** Without letters and digits that look alike: it is read from a board. */
const signs = 'ABCDEFGHJKMNPQRTUVWXY346789';
const newCode = () => Array.from({ length: 6 }, () => signs[randomInt(signs.length)]).join('');

/** Makes a class of mine. Saying it twice with one key makes it once. */
export async function makeClass(
  { database, now }: Context,
  me: SignedIn,
  facts: ClassFacts,
  { clientKey, sourcedId = null }: { clientKey: string | null; sourcedId?: string | null },
  transaction: Transaction,
): Promise<number> {
  const { ClassTeacher, SchoolClass } = database.models;
  const known =
    clientKey !== null &&
    (await SchoolClass.findOne({ where: { clientKey }, lock: true, transaction }));
  if (known) {
    await insistOnClass(database, me, known.id, transaction);
    return known.id;
  }
  let code = newCode();
  while (await SchoolClass.count({ where: { code }, transaction })) code = newCode();
  const { id: classId } = await SchoolClass.create(
    {
      ...facts,
      schoolId: me.account.schoolId,
      code,
      sourcedId,
      clientKey,
      createdAt: new Date(now()),
    },
    { transaction },
  );
  await ClassTeacher.create({ classId, teacherId: me.account.id }, { transaction });
  return classId;
}

export async function describeClass(
  { database }: Context,
  me: SignedIn,
  classId: number,
  facts: ClassFacts,
) {
  await insistOnRunning(database, me, classId);
  await database.models.SchoolClass.update(facts, { where: { id: classId } });
}

export async function putAway(
  { database, now }: Context,
  me: SignedIn,
  classId: number,
  away: boolean,
) {
  await insistOnRunning(database, me, classId);
  const taught = present(await database.models.SchoolClass.findByPk(classId), 'class');
  await taught.update({
    archivedAt: away ? (taught.archivedAt ?? new Date(now())) : null,
    joiningUntil: null,
  });
}

export async function removeClass(
  { database }: Context,
  me: SignedIn,
  classId: number,
): Promise<void> {
  await database.transaction(async (transaction) => {
    await insistOnRunning(database, me, classId, transaction);
    const { AssignmentClass, Enrollment, SchoolClass } = database.models;
    const given = await AssignmentClass.count({ where: { classId }, transaction });
    if (given > 0) throw problem('class-has-work', { assignments: given });
    await Enrollment.destroy({ where: { classId }, transaction });
    await SchoolClass.destroy({ where: { id: classId }, transaction });
  });
}

export async function openJoining(
  { database, now }: Context,
  me: SignedIn,
  classId: number,
  until: number | null,
) {
  await insistOnRunning(database, me, classId);
  if (until !== null && until <= now())
    throw invalid([{ pointer: '/until', message: sentence('thatTimeHasAlreadyPassed') }]);
  if (until !== null && until > now() + 60 * 86_400_000)
    throw invalid([{ pointer: '/until', message: sentence('classCanBeOpenFor') }]);
  await database.models.SchoolClass.update(
    { joiningUntil: until === null ? null : new Date(until) },
    { where: { id: classId } },
  );
}

export async function readTeachers(
  database: Database,
  me: SignedIn,
  classId: number,
): Promise<AnswerOf<typeof api.readTeachers>> {
  await insistOnClass(database, me, classId);
  const { Account, ClassTeacher } = database.models;
  const teachers = await ClassTeacher.findAll({
    where: { classId },
    include: ['teacher'],
    order: ['role', ['teacher', 'familyName', 'ASC']],
  });
  const colleagues = await Account.findAll({
    where: mayJoin(database, me, classId),
    order: ['familyName', 'givenName'],
  });
  return {
    teachers: teachers.map(({ teacherId, teacher, role, until }) => ({
      accountId: teacherId,
      name: teacher?.fullName ?? '',
      part: role,
      until: toMillisOrNull(until),
    })),
    colleagues: colleagues.map(({ id, fullName }) => ({ accountId: id, name: fullName })),
  };
}

/** Teachers of the school who can teach a class too: all but those whose class it is. */
const mayJoin = ({ models }: Database, me: SignedIn, classId: number): WhereOptions<Account> => ({
  schoolId: me.account.schoolId,
  role: 'teacher',
  disabledAt: null,
  id: { [Op.notIn]: valuesOf(models.ClassTeacher, 'teacherId', { classId, role: 'teacher' }) },
});

export async function setTeachers(
  { database, now }: Context,
  me: SignedIn,
  classId: number,
  { others }: BodyOf<typeof api.setTeachers>,
): Promise<void> {
  await database.transaction(async (transaction) => {
    await insistOnRunning(database, me, classId, transaction);
    const ids = others.map(({ accountId }) => accountId);
    if (new Set(ids).size !== ids.length)
      throw invalid([{ pointer: '/others', message: sentence('somebodyIsNamedTwice') }]);
    const late = others.findIndex(
      (position) => position.part === 'substitute' && position.until <= now(),
    );
    if (late >= 0)
      throw invalid([
        {
          pointer: `/others/${late}/until`,
          message: sentence('lastDaySubstituteHasAlready'),
        },
      ]);
    const { Account, ClassTeacher } = database.models;
    const known = await Account.count({
      where: { [Op.and]: [mayJoin(database, me, classId), { id: ids }] },
      transaction,
    });
    if (known !== ids.length) throw notFound('oneOfColleagues');
    await ClassTeacher.destroy({
      where: { classId, role: { [Op.ne]: 'teacher' } },
      transaction,
    });
    await ClassTeacher.bulkCreate(
      others.map((other) => ({
        classId,
        teacherId: other.accountId,
        role: other.part,
        until: other.part === 'substitute' ? new Date(other.until) : null,
      })),
      { transaction },
    );
  });
}
