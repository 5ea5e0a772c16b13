/** The shelf of tests: finding them, sharing them, and where each teacher puts them. */
import type { AnswerOf, api, BodyOf, QueryOf } from '@oaken/contract';
import type { TestRow } from '@oaken/contract/tests';
import { findTests, type ShelvedTest } from '@oaken/core/shelf';
import type { Sequelize, Transaction } from 'sequelize';
import { asking, ownTest, readableTest, testRight } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { fromJson, row, rows, toMillis } from '../database/connect';
import { invalid, notFound, Problem } from '../http/problem';
import { renewFacts, type TestFacts } from './facts';

const pageSize = 50;

interface Row {
  id: number;
  title: string;
  facts: unknown;
  words: string;
  ready: number;
  mine: number;
  owner: string;
  reach: TestRow['reach'];
  may: 'read' | 'edit';
  sameSchool: number;
  folder: number | null;
  given: number;
  classes: string | null;
  changedAt: Date;
}

/** From each of `parents` up to its root, itself first. */
function chainsOf(parents: readonly { id: number; parentId: number | null }[]): (id: number) => number[] {
  const parentOf = new Map(parents.map(({ id, parentId }) => [id, parentId]));
  return (id) => {
    const chain: number[] = [];
    for (let at: number | null | undefined = id; at != null && !chain.includes(at); at = parentOf.get(at))
      chain.push(at);
    return chain;
  };
}

export async function searchTests(
  { database }: Context,
  me: SignedIn,
  wanted: QueryOf<typeof api.searchTests>,
): Promise<AnswerOf<typeof api.searchTests>> {
  await renewFacts(database, me);
  const [found, standards, folders] = await Promise.all([
    rows<Row>(
      database,
      `SELECT t.id, t.title, t.facts, ${wanted.words ? 't.words' : "''"} AS words, t.ready, ${ownTest} AS mine, CONCAT(o.given_name, ' ', o.family_name) AS owner, t.reach,
              ${testRight} AS may, t.school_id = :school AS sameSchool, p.folder_id AS folder, t.changed_at AS changedAt,
              (SELECT COUNT(*) FROM editions e JOIN assignments a ON a.edition_id = e.id AND a.taken_back_at IS NULL
                WHERE e.test_id = t.id) AS given,
              (SELECT GROUP_CONCAT(DISTINCT c.name ORDER BY c.name SEPARATOR '\n')
                 FROM editions e JOIN assignments a ON a.edition_id = e.id AND a.taken_back_at IS NULL AND a.given_by = :me
                 JOIN assignment_classes ac ON ac.assignment_id = a.id JOIN classes c ON c.id = ac.class_id
                WHERE e.test_id = t.id) AS classes
         FROM tests t JOIN accounts o ON o.id = t.owner_id
         LEFT JOIN test_places p ON p.test_id = t.id AND p.account_id = :me
        WHERE t.removed_at IS NULL AND t.facts IS NOT NULL AND ${readableTest}`,
      asking(me),
    ),
    rows<{ id: number; parentId: number | null }>(database, 'SELECT id, parent_id AS parentId FROM standards'),
    rows<{ id: number; parentId: number | null }>(
      database,
      'SELECT id, parent_id AS parentId FROM test_folders WHERE owner_id = :me',
      asking(me),
    ),
  ]);
  const [standardChain, folderChain] = [chainsOf(standards), chainsOf(folders)];
  const byId = new Map(found.map((own) => [own.id, { own, facts: fromJson<TestFacts>(own.facts) }]));
  const shelved = [...byId.values()].map(({ own, facts }): ShelvedTest => ({
    ...facts,
    id: own.id,
    title: own.title,
    standards: [...new Set(facts.standards.flatMap(({ id }) => standardChain(id)))],
    // What I may change is mine to build, whoever began it.
    shelf: own.may === 'edit' ? 'mine' : own.sameSchool ? 'school' : 'everybody',
    folders: own.folder === null ? [] : folderChain(own.folder),
    given: own.given,
    changedAt: toMillis(own.changedAt),
    text: `${own.words} ${own.owner} ${facts.standards.map(({ code }) => code).join(' ')}`,
  }));
  const { sort, from, machine, ...filters } = wanted;
  const { ids, counts } = findTests(shelved, { ...filters, machine: machine === undefined ? undefined : machine === 'yes', size: filters.size }, sort); // prettier-ignore
  return {
    total: ids.length,
    tests: ids.slice(from, from + pageSize).map((id) => rowOf(byId.get(id)!)),
    counts,
  };
}

const rowOf = ({ own, facts }: { own: Row; facts: TestFacts }): TestRow => ({
  id: own.id,
  title: own.title,
  kind: facts.kind,
  subject: facts.subject,
  grades: facts.grades,
  standards: facts.standards.map(({ code }) => code),
  items: facts.items,
  points: facts.points,
  machine: facts.machine,
  media: facts.media,
  ready: Boolean(own.ready),
  mine: Boolean(own.mine),
  owner: own.owner,
  reach: own.reach,
  may: own.may,
  folder: own.folder,
  given: own.given,
  classes: own.classes?.split('\n') ?? [],
  changedAt: toMillis(own.changedAt),
});

async function insistOnOwnTest(database: Sequelize, me: SignedIn, testId: number, transaction?: Transaction) {
  const found = await row<{ mine: number }>(
    database,
    `SELECT ${ownTest} AS mine FROM tests t WHERE t.id = :testId AND t.removed_at IS NULL AND ${readableTest}`,
    { ...asking(me), testId },
    transaction,
  );
  if (!found) throw notFound('The test');
  if (!found.mine) throw new Problem(403, 'This test belongs to somebody else.', 'Only its owner can share it.');
}

const colleague = `a.school_id = :school AND a.role = 'teacher' AND a.disabled_at IS NULL AND a.id <> :me`;
const name = "CONCAT(a.given_name, ' ', a.family_name) AS name";

export async function readSharing({ database }: Context, me: SignedIn, testId: number) {
  await insistOnOwnTest(database, me, testId);
  const values = { ...asking(me), testId };
  const test = await row<{ reach: TestRow['reach'] }>(database, 'SELECT reach FROM tests WHERE id = :testId', values);
  return {
    reach: test!.reach,
    shares: await rows<{ accountId: number; name: string; may: 'read' | 'edit' }>(
      database,
      `SELECT a.id AS accountId, ${name}, s.may FROM test_shares s JOIN accounts a ON a.id = s.account_id
        WHERE s.test_id = :testId ORDER BY a.family_name`,
      values,
    ),
    colleagues: await rows<{ accountId: number; name: string }>(
      database,
      `SELECT a.id AS accountId, ${name} FROM accounts a WHERE ${colleague} ORDER BY a.family_name, a.given_name`,
      values,
    ),
  };
}

export async function shareTest(
  { database }: Context,
  me: SignedIn,
  testId: number,
  { reach, shares }: BodyOf<typeof api.shareTest>,
) {
  await database.transaction(async (transaction) => {
    await insistOnOwnTest(database, me, testId, transaction);
    const lines = new Map(shares.map(({ accountId, may }) => [accountId, [testId, accountId, may]]));
    const ids = [...lines.keys()];
    const known = ids.length === 0 ? [] : await rows(database, `SELECT a.id FROM accounts a WHERE a.id IN (:ids) AND ${colleague}`, { ...asking(me), ids }, transaction); // prettier-ignore
    if (known.length < ids.length) throw notFound('One of the colleagues');
    await database.query('UPDATE tests SET reach = :reach WHERE id = :testId', { replacements: { testId, reach }, transaction }); // prettier-ignore
    await database.query('DELETE FROM test_shares WHERE test_id = :testId', { replacements: { testId }, transaction });
    if (ids.length > 0)
      await database.query('INSERT INTO test_shares (test_id, account_id, may) VALUES :lines', {
        replacements: { lines: [...lines.values()] },
        transaction,
      });
  });
}

export const listFolders = ({ database }: Context, me: SignedIn) =>
  rows<{ id: number; parentId: number | null; name: string }>(
    database,
    'SELECT id, parent_id AS parentId, name FROM test_folders WHERE owner_id = :me ORDER BY name, id',
    asking(me),
  );

async function insistOnFolder(database: Sequelize, me: SignedIn, folder: number | null, transaction?: Transaction) {
  if (folder === null) return;
  const found = await row(database, 'SELECT id FROM test_folders WHERE id = :folder AND owner_id = :me', { ...asking(me), folder }, transaction); // prettier-ignore
  if (!found) throw notFound('The folder');
}

export async function makeFolder(
  { database }: Context,
  me: SignedIn,
  { parent, name: title }: BodyOf<typeof api.makeTestFolder>,
) {
  return database.transaction(async (transaction) => {
    await insistOnFolder(database, me, parent, transaction);
    await database.query('INSERT INTO test_folders (owner_id, parent_id, name) VALUES (:me, :parent, :title)', {
      replacements: { ...asking(me), parent, title },
      transaction,
    });
    return (await row<{ id: number }>(database, 'SELECT LAST_INSERT_ID() AS id', {}, transaction))!;
  });
}

export async function changeFolder(
  { database }: Context,
  me: SignedIn,
  folderId: number,
  own: BodyOf<typeof api.changeTestFolder>,
) {
  await database.transaction(async (transaction) => {
    await insistOnFolder(database, me, folderId, transaction);
    if (own.parent !== undefined) {
      await insistOnFolder(database, me, own.parent, transaction);
      const mine = await rows<{ id: number; parentId: number | null }>(database, 'SELECT id, parent_id AS parentId FROM test_folders WHERE owner_id = :me FOR UPDATE', asking(me), transaction); // prettier-ignore
      if (own.parent !== null && chainsOf(mine)(own.parent).includes(folderId))
        throw invalid([{ pointer: '/parent', message: 'A folder cannot lie in itself.' }]);
      await database.query('UPDATE test_folders SET parent_id = :parent WHERE id = :folderId', { replacements: { folderId, parent: own.parent }, transaction }); // prettier-ignore
    }
    if (own.name !== undefined)
      await database.query('UPDATE test_folders SET name = :title WHERE id = :folderId', { replacements: { folderId, title: own.name }, transaction }); // prettier-ignore
  });
}

export async function removeFolder({ database }: Context, me: SignedIn, folderId: number) {
  await database.transaction(async (transaction) => {
    const found = await row<{ parent: number | null }>(database, 'SELECT parent_id AS parent FROM test_folders WHERE id = :folderId AND owner_id = :me FOR UPDATE', { ...asking(me), folderId }, transaction); // prettier-ignore
    if (!found) throw notFound('The folder');
    const values = { replacements: { folderId, parent: found.parent }, transaction };
    await database.query('UPDATE test_folders SET parent_id = :parent WHERE parent_id = :folderId', values);
    await database.query(found.parent === null ? 'DELETE FROM test_places WHERE folder_id = :folderId' : 'UPDATE test_places SET folder_id = :parent WHERE folder_id = :folderId', values); // prettier-ignore
    await database.query('DELETE FROM test_folders WHERE id = :folderId', values);
  });
}

export async function placeTests(
  { database }: Context,
  me: SignedIn,
  { tests, folder }: BodyOf<typeof api.placeTests>,
) {
  await database.transaction(async (transaction) => {
    await insistOnFolder(database, me, folder, transaction);
    const ids = [...new Set(tests)];
    const known = await rows(database, `SELECT t.id FROM tests t WHERE t.id IN (:ids) AND t.removed_at IS NULL AND ${readableTest}`, { ...asking(me), ids }, transaction); // prettier-ignore
    if (known.length < ids.length) throw notFound('One of the tests');
    await database.query('DELETE FROM test_places WHERE account_id = :me AND test_id IN (:ids)', { replacements: { ...asking(me), ids }, transaction }); // prettier-ignore
    if (folder !== null)
      await database.query('INSERT INTO test_places (account_id, test_id, folder_id) VALUES :lines', {
        replacements: { lines: ids.map((id) => [me.account.id, id, folder]) },
        transaction,
      });
  });
}
