/** Finds whatever a teacher may see by a few letters of its name. */
import { mostOfAKind, type Thing } from '@oaken/contract/anything';
import { present } from '@oaken/core/certain';
import { plainText, shorten } from '@oaken/core/text';
import { inWords } from '@oaken/core/timing';
import { Op, type WhereOptions } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import { readableBanks } from '../banks/rights';
import { readItemsIn } from '../banks/rows';
import { schoolZone } from '../attempts/times';
import type { Context } from '../context';
import { toMillis } from '../database/connect';
import { sentence } from './sentences';

/** More words than this narrow nothing down. */
const mostWords = 6;

const escaped = (word: string) => word.replace(/[\\%_]/g, '\\$&');
/** Every word stands somewhere in the text. */
const holds = (column: string, words: readonly string[]): WhereOptions => ({
  [Op.and]: words.map((word) => ({ [column]: { [Op.like]: `%${escaped(word)}%` } })),
});

export async function findAnything(
  context: Context,
  me: SignedIn,
  typed: string,
): Promise<{ things: Thing[] }> {
  const words = typed.split(/\s+/).filter(Boolean).slice(0, mostWords);
  if (words.length === 0) return { things: [] };
  const found = await Promise.all([
    findTests(context, me, words),
    findAssignments(context, me, words),
    findClasses(context, me, words),
    findStudents(context, me, words),
    findItems(context, me, typed),
  ]);
  return { things: found.flat() };
}

async function findTests({ database }: Context, me: SignedIn, words: string[]): Promise<Thing[]> {
  const tests = await database.models.Test.scope(rule('readableBy', me)).findAll({
    attributes: ['id', 'title', 'ownerId'],
    where: { [Op.and]: [{ removedAt: null }, holds('title', words)] },
    include: ['owner'],
    order: [['changedAt', 'DESC']],
    limit: mostOfAKind,
  });
  return tests.map(({ id, title, ownerId, owner }) => ({
    kind: 'test',
    id,
    classId: null,
    title,
    detail: ownerId === me.account.id ? '' : (owner?.fullName ?? ''),
  }));
}

async function findAssignments(
  { database, now }: Context,
  me: SignedIn,
  words: string[],
): Promise<Thing[]> {
  const zone = await schoolZone(database);
  const assignments = await database.models.Assignment.scope(rule('readableBy', me)).findAll({
    where: holds('title', words),
    include: [{ association: 'assignmentClasses', separate: true, include: ['class'] }],
    order: [['opensAt', 'DESC']],
    limit: mostOfAKind,
  });
  return assignments.map(({ id, title, opensAt, assignmentClasses = [] }) => ({
    kind: 'assignment',
    id,
    classId: null,
    title,
    detail: [
      ...assignmentClasses.map(({ class: taught }) => taught?.name ?? ''),
      inWords(toMillis(opensAt), zone, now()),
    ].join(', '),
  }));
}

async function findClasses({ database }: Context, me: SignedIn, words: string[]): Promise<Thing[]> {
  const classes = await database.models.SchoolClass.scope(rule('taughtBy', me)).findAll({
    where: holds('name', words),
    order: [
      ['archivedAt', 'ASC'],
      ['name', 'ASC'],
    ],
    limit: mostOfAKind,
  });
  return classes.map(({ id, name, subject, term }) => ({
    kind: 'class',
    id,
    classId: null,
    title: name,
    detail: [subject, term].filter(Boolean).join(', '),
  }));
}

/** Students of my classes, each once: every word begins one of their names, or is their number. */
async function findStudents(
  { database }: Context,
  me: SignedIn,
  words: string[],
): Promise<Thing[]> {
  const { Enrollment, SchoolClass } = database.models;
  const classes = await SchoolClass.scope(rule('taughtBy', me)).findAll({
    attributes: ['id', 'name'],
    where: { archivedAt: null },
  });
  const names = new Map(classes.map(({ id, name }) => [id, name]));
  const begins = (word: string): WhereOptions => ({
    [Op.or]: [
      ...['givenName', 'familyName'].flatMap((name) => [
        { [name]: { [Op.like]: `${escaped(word)}%` } },
        { [name]: { [Op.like]: `% ${escaped(word)}%` } },
      ]),
      { studentNumber: word },
    ],
  });
  const enrollments = await Enrollment.findAll({
    where: { classId: [...names.keys()], leftAt: null },
    include: [{ association: 'student', required: true, where: { [Op.and]: words.map(begins) } }],
    order: [
      ['student', 'familyName', 'ASC'],
      ['student', 'givenName', 'ASC'],
    ],
    limit: 4 * mostOfAKind,
  });
  const things = new Map<number, Thing>();
  for (const { classId, studentId, rosterNumber, student } of enrollments)
    if (!things.has(studentId))
      things.set(studentId, {
        kind: 'student',
        id: studentId,
        classId,
        title: present(student, 'student').fullName,
        detail: sentence('no', { names: names.get(classId) ?? '', rosterNumber }),
      });
  return [...things.values()].slice(0, mostOfAKind);
}

async function findItems(context: Context, me: SignedIn, typed: string): Promise<Thing[]> {
  const banks = await readableBanks(context.database, me);
  const { ids } = await context.finder.findSoFar({
    words: typed,
    banks: [...banks.keys()],
    order: 'relevance',
    from: 0,
    size: mostOfAKind,
    counted: false,
  });
  const items = await readItemsIn(context.database, banks, ids);
  return items.map(({ id, content, bank }) => ({
    kind: 'item',
    id,
    classId: null,
    title: shorten(plainText(content.stem), 100),
    detail: bank,
  }));
}
