/** Finding tests on the shelf. */
import type { AnswerOf, api, QueryOf } from '@oaken/contract';
import type { TestRow } from '@oaken/contract/assessments';
import { findTests, type ShelvedTest } from '@oaken/core/shelf';
import { chainsOf, type TreeRow } from '@oaken/core/tree';
import { asking, ownTest, readableTest, testRight } from '../access';
import type { SignedIn } from '../accounts/sessions';
import type { Context } from '../context';
import { fromJson, rows, toMillis } from '../database/connect';
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
    rows<TreeRow>(database, 'SELECT id, parent_id AS parentId FROM standards'),
    rows<TreeRow>(
      database,
      'SELECT id, parent_id AS parentId FROM test_folders WHERE owner_id = :me',
      asking(me),
    ),
  ]);
  const [standardChain, folderChain] = [chainsOf(standards), chainsOf(folders)];
  const byId = new Map(
    found.map((own) => [own.id, { own, facts: fromJson<TestFacts>(own.facts) }]),
  );
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
  const { ids, counts } = findTests(
    shelved,
    {
      ...filters,
      machine: machine === undefined ? undefined : machine === 'yes',
      size: filters.size,
    },
    sort,
  );
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
