/** Who may see and do what: each rule of `models/access-scopes.ts` on a few rows of its own. */
import { randomBytes, randomUUID } from 'node:crypto';
import type { Viewer } from '../src/models/access-scopes';
import { rightIn, shareOf } from '../src/banks/rights';
import { connect, createDatabase, type Database } from '../src/database/connect';
import { migrator } from '../src/database/migrate';
import type { Reach, TeachingRole } from '../src/models';

const now = new Date('2026-10-05T14:00:00Z');
const place = {
  socket: process.env.OAKEN_TEST_SOCKET!,
  name: `t_scopes_${randomBytes(4).toString('hex')}`,
};
let database: Database;
let me: Viewer;
let colleague: Viewer;
let stranger: Viewer;

async function teacher(schoolId: number, familyName: string): Promise<Viewer> {
  const account = await database.models.Account.create({
    schoolId,
    role: 'teacher',
    givenName: 'A',
    familyName,
    secretHash: '',
    createdAt: now,
  });
  return { accountId: account.id, schoolId, now };
}

beforeAll(async () => {
  await createDatabase(place);
  database = connect(place);
  await migrator(database).up();
  const { School } = database.models;
  const [here, elsewhere] = await Promise.all(
    ['Here', 'Elsewhere'].map((name) => School.create({ name, zone: 'UTC', createdAt: now })),
  );
  me = await teacher(here!.id, 'Me');
  colleague = await teacher(here!.id, 'Colleague');
  stranger = await teacher(elsewhere!.id, 'Stranger');
});

afterAll(async () => {
  await database.query(`DROP DATABASE ${place.name}`);
  await database.close();
});

type Rule = 'readableBy' | 'usableBy' | 'editableBy' | 'ownedBy' | 'taughtBy' | 'runBy';
type Scoped = 'Bank' | 'Test' | 'SchoolClass' | 'Assignment';

/** Which of the rules let the viewer at a row. */
async function rulesFor(model: Scoped, id: number, viewer: Viewer, rules: Rule[]): Promise<Rule[]> {
  const held = await Promise.all(
    rules.map((rule) =>
      database.models[model as 'Bank'].scope({ method: [rule, viewer] }).count({ where: { id } }),
    ),
  );
  return rules.filter((_, place) => held[place]! > 0);
}

describe('a bank', () => {
  const rules: Rule[] = ['readableBy', 'usableBy', 'editableBy'];

  async function bank(reach: Reach, owner: Viewer | null): Promise<number> {
    const { id } = await database.models.Bank.create({
      schoolId: owner?.schoolId ?? me.schoolId,
      ownerId: owner?.accountId ?? null,
      reach,
      name: 'A bank',
      createdAt: now,
    });
    return id;
  }

  test('of mine: I may do everything', async () => {
    expect(await rulesFor('Bank', await bank('mine', me), me, rules)).toEqual(rules);
  });

  test('of mine: nobody else sees it', async () => {
    expect(await rulesFor('Bank', await bank('mine', me), colleague, rules)).toEqual([]);
  });

  test('of a colleague, for the school: I use it and do not change it', async () => {
    const id = await bank('school', colleague);
    expect(await rulesFor('Bank', id, me, rules)).toEqual(['readableBy', 'usableBy']);
  });

  test('for the school: another school does not see it', async () => {
    expect(await rulesFor('Bank', await bank('school', colleague), stranger, rules)).toEqual([]);
  });

  test('of the school, without an owner: every teacher of it changes it', async () => {
    expect(await rulesFor('Bank', await bank('school', null), me, rules)).toEqual(rules);
  });

  test('for everybody: another school uses it', async () => {
    const id = await bank('everybody', me);
    expect(await rulesFor('Bank', id, stranger, rules)).toEqual(['readableBy', 'usableBy']);
  });

  test.each([
    ['read', ['readableBy']],
    ['use', ['readableBy', 'usableBy']],
    ['edit', rules],
  ] as const)('shared with me to %s: just that', async (right, expected) => {
    const bankId = await bank('mine', colleague);
    await database.models.BankShare.create({ bankId, accountId: me.accountId, right });
    expect(await rulesFor('Bank', bankId, me, rules)).toEqual(expected);
  });
});

describe('what a bank’s row tells of my right is what the rules say', () => {
  const reaches: Reach[] = ['mine', 'school', 'everybody'];
  const owners = ['me', 'colleague', 'nobody'] as const;
  const shares = [null, 'read', 'use', 'edit'] as const;
  const cases = reaches.flatMap((reach) =>
    owners.flatMap((owner) => shares.map((right) => [reach, owner, right] as const)),
  );

  test.each(cases)('for %s, of %s, shared to %s', async (reach, owner, right) => {
    const { Bank, BankShare } = database.models;
    const ownerId = { me: me.accountId, colleague: colleague.accountId, nobody: null }[owner];
    const { id: bankId } = await Bank.create({
      schoolId: me.schoolId,
      ownerId,
      reach,
      name: 'A bank',
      createdAt: now,
    });
    if (right) await BankShare.create({ bankId, accountId: me.accountId, right });
    const account = { id: me.accountId, schoolId: me.schoolId, role: 'teacher' as const };
    const signedIn = {
      account: { ...account, givenName: '', familyName: '', language: null },
      csrf: '',
      at: 0,
    };
    const bank = await Bank.findByPk(bankId, { include: shareOf(signedIn), rejectOnEmpty: true });
    const allowed = await rulesFor('Bank', bankId, me, ['readableBy', 'usableBy', 'editableBy']);
    // Of a bank that I may not read no right is ever told.
    if (allowed.length === 0) return;
    const told = { read: 1, use: 2, edit: 3 }[rightIn(bank, signedIn)];
    expect(allowed.length).toBe(told);
  });
});

describe('a test', () => {
  const rules: Rule[] = ['readableBy', 'editableBy', 'ownedBy'];

  async function made(reach: Reach, ready: boolean): Promise<number> {
    const { id } = await database.models.Test.create({
      schoolId: colleague.schoolId,
      ownerId: colleague.accountId,
      title: 'A test',
      outline: {} as never,
      clientKey: randomUUID(),
      createdAt: now,
      changedAt: now,
      reach,
      ready,
    });
    return id;
  }

  test('of mine: I may do everything', async () => {
    expect(await rulesFor('Test', await made('mine', false), colleague, rules)).toEqual(rules);
  });

  test('for the school and ready: a colleague reads it', async () => {
    expect(await rulesFor('Test', await made('school', true), me, rules)).toEqual(['readableBy']);
  });

  test('for the school and a draft: a colleague does not see it', async () => {
    expect(await rulesFor('Test', await made('school', false), me, rules)).toEqual([]);
  });

  test('for everybody and ready: another school reads it', async () => {
    const id = await made('everybody', true);
    expect(await rulesFor('Test', id, stranger, rules)).toEqual(['readableBy']);
  });

  test.each([
    ['read', ['readableBy']],
    ['edit', ['readableBy', 'editableBy']],
  ] as const)('a draft shared with me to %s: just that', async (right, expected) => {
    const testId = await made('mine', false);
    await database.models.TestShare.create({ testId, accountId: me.accountId, right });
    expect(await rulesFor('Test', testId, me, rules)).toEqual(expected);
  });
});

/** A class with its teachers. */
async function schoolClass(
  ...teachers: { viewer: Viewer; role?: TeachingRole; until?: Date }[]
): Promise<number> {
  const { ClassTeacher, SchoolClass } = database.models;
  const { id: classId } = await SchoolClass.create({
    schoolId: me.schoolId,
    name: '6B',
    period: '',
    grade: 6,
    subject: '',
    term: '',
    code: randomBytes(4).toString('hex'),
    createdAt: now,
  });
  for (const { viewer, role = 'teacher', until = null } of teachers)
    await ClassTeacher.create({ classId, teacherId: viewer.accountId, role, until });
  return classId;
}

const tomorrow = new Date(now.getTime() + 86_400_000);
const yesterday = new Date(now.getTime() - 86_400_000);

describe('a class', () => {
  const rules: Rule[] = ['taughtBy', 'runBy'];

  test('its teacher runs it', async () => {
    expect(await rulesFor('SchoolClass', await schoolClass({ viewer: me }), me, rules)).toEqual(
      rules,
    );
  });

  test('a co-teacher runs it too', async () => {
    const id = await schoolClass({ viewer: me, role: 'co-teacher' });
    expect(await rulesFor('SchoolClass', id, me, rules)).toEqual(rules);
  });

  test('a substitute teaches it and does not change who is in it', async () => {
    const id = await schoolClass({ viewer: me, role: 'substitute', until: tomorrow });
    expect(await rulesFor('SchoolClass', id, me, rules)).toEqual(['taughtBy']);
  });

  test('a substitute whose time has ended sees it no more', async () => {
    const id = await schoolClass({ viewer: me, role: 'substitute', until: yesterday });
    expect(await rulesFor('SchoolClass', id, me, rules)).toEqual([]);
  });

  test('other teachers of the school do not see it', async () => {
    const id = await schoolClass({ viewer: colleague });
    expect(await rulesFor('SchoolClass', id, me, rules)).toEqual([]);
  });
});

describe('an assignment', () => {
  const rules: Rule[] = ['readableBy', 'runBy'];

  async function assignment(by: Viewer, classIds: number[], unassignedAt: Date | null = null) {
    const { Assignment, AssignmentClass, Edition, Test } = database.models;
    const test = await Test.create({
      schoolId: by.schoolId,
      ownerId: by.accountId,
      title: 'A test',
      outline: {} as never,
      clientKey: randomUUID(),
      createdAt: now,
      changedAt: now,
    });
    const edition = await Edition.create({
      testId: test.id,
      content: {} as never,
      itemCount: 0,
      points: 0,
      createdAt: now,
    });
    const { id } = await Assignment.create({
      schoolId: by.schoolId,
      editionId: edition.id,
      assignedBy: by.accountId,
      title: 'A test',
      kind: 'test',
      opensAt: now,
      rules: {} as never,
      clientKey: randomUUID(),
      createdAt: now,
      unassignedAt,
    });
    for (const classId of classIds) await AssignmentClass.create({ assignmentId: id, classId });
    return id;
  }

  test('that I gave: I run it, whatever classes it went to', async () => {
    const id = await assignment(me, [await schoolClass({ viewer: colleague })]);
    expect(await rulesFor('Assignment', id, me, rules)).toEqual(rules);
  });

  test('of a colleague to a class that is mine too: I run it', async () => {
    const id = await assignment(colleague, [await schoolClass({ viewer: me })]);
    expect(await rulesFor('Assignment', id, me, rules)).toEqual(rules);
  });

  test('of a colleague to a class of mine and another one: I do not see it', async () => {
    const classes = [await schoolClass({ viewer: me }), await schoolClass({ viewer: colleague })];
    expect(await rulesFor('Assignment', await assignment(colleague, classes), me, rules)).toEqual(
      [],
    );
  });

  test('of a colleague to single students, in no class: I do not see it', async () => {
    expect(await rulesFor('Assignment', await assignment(colleague, []), me, rules)).toEqual([]);
  });

  test('a substitute reads it and does not change it', async () => {
    const id = await assignment(colleague, [
      await schoolClass({ viewer: me, role: 'substitute', until: tomorrow }),
    ]);
    expect(await rulesFor('Assignment', id, me, rules)).toEqual(['readableBy']);
  });

  test('that was taken back: nobody sees it, nor whoever gave it', async () => {
    expect(await rulesFor('Assignment', await assignment(me, [], now), me, rules)).toEqual([]);
  });
});
