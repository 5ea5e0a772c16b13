/** Every row of an import is read and checked before anything is written. */
import type { ImportState } from '@oaken/contract/interchange';
import type { RowProblem, UnreadColumn } from '@oaken/core/interchange';
import { itemFacts, type ItemFacts } from '@oaken/core/items';
import type { SignedIn } from '../access/signed-in';
import { readableBanks } from '../banks/rights';
import type { Context } from '../context';
import type { BadRow, GoodRow } from '../reading/item-rows';
import { unreadInWords } from './import-words';
import { report } from './import-progress';
import { sentence } from './sentences';

const mostProblems = 1000;

const mostNear = 300;

export interface Ready {
  row: GoodRow;
  facts: ItemFacts;
}

type Checked = { ok: true; ready: Ready } | { ok: false; line: number; problems: RowProblem[] };

interface KnownStandard {
  id: number;
  code: string;
  subject: string;
}

/** Reads what was sent in a thread, batch by batch, and asks the database what only it knows. */
export async function readRows(
  context: Context,
  me: SignedIn,
  id: string,
  { pictures }: { pictures: boolean },
  take: (checked: Checked[], unread: UnreadColumn[]) => Promise<void>,
): Promise<void> {
  const { database, reader } = context;
  const { ImportChunk, Standard } = database.models;
  const pieces = await ImportChunk.findAll({ where: { importId: id }, order: ['number'] });
  // Of frameworks that share a code the first one counts.
  const known = await Standard.findAll({ order: [['frameworkId', 'DESC']] });
  const standards = new Map<string, KnownStandard>(
    known.map((standard) => [squash(standard.code), standard]),
  );
  await reader.read(
    'items',
    Buffer.concat(pieces.map(({ bytes }) => bytes)),
    { pictures },
    async (batch) => {
      const checked: Checked[] = [];
      for (const read of batch.rows) checked.push(await checkRow(context, me, read, standards));
      await take(checked, batch.unread);
    },
  );
}

async function checkRow(
  context: Context,
  me: SignedIn,
  read: GoodRow | BadRow,
  standards: ReadonlyMap<string, KnownStandard>,
): Promise<Checked> {
  const { line } = read;
  if ('problems' in read) return { ok: false, line, problems: read.problems };
  const problems: RowProblem[] = await lostReferences(context, me, read);
  const known = read.facts.standards.flatMap((code) => {
    const standard = standards.get(squash(code));
    if (!standard)
      problems.push({ column: 'standards', message: sentence('thereIsNoStandard', { code }) });
    return standard ? [standard] : [];
  });
  const facts = itemFacts.safeParse({
    ...read.facts,
    standards: known.map((standard) => standard.id),
    subject: read.facts.subject || known[0]?.subject || '',
  });
  if (!facts.success)
    for (const issue of facts.error.issues)
      problems.push({ column: String(issue.path[0]), message: issue.message });
  if (problems.length > 0 || !facts.success) return { ok: false, line, problems };
  return { ok: true, ready: { row: read, facts: facts.data } };
}

/** Files and passages that an item refers to, but that are not here; only whole items can refer to any. */
async function lostReferences(
  { database }: Context,
  me: SignedIn,
  { files, passage }: GoodRow,
): Promise<RowProblem[]> {
  const lost: RowProblem[] = [];
  if (files.length > 0) {
    const known = await database.models.StoredFile.count({
      where: { id: files, complete: true },
    });
    if (known < files.length)
      lost.push({ column: 'whole', message: sentence('pictureSoundOrFilmIs') });
  }
  if (passage) {
    const banks = await readableBanks(database, me);
    const known = await database.models.PassageRevision.findOne({
      where: { id: passage.revision, passageId: passage.id },
      include: [{ association: 'passage', where: { bankId: [...banks.keys()] } }],
    });
    if (!known) lost.push({ column: 'whole', message: sentence('passageIsNotHere') });
  }
  return lost;
}

const squash = (code: string) => code.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

export async function check(context: Context, me: SignedIn, id: string): Promise<void> {
  const { database, finder } = context;
  const banks = [...(await readableBanks(context.database, me)).keys()];
  const problems: ImportState['problems'] = [];
  const near: ImportState['near'] = [];
  let [done, good] = [0, 0];
  await readRows(context, me, id, { pictures: false }, async (batch, unread) => {
    problems.push(...unread.slice(0, 50).map(unreadInWords));
    for (const checked of batch) {
      done++;
      if (checked.ok) {
        good++;
        const { row: row } = checked.ready;
        if (done > mostNear || near.length >= 50) continue;
        const { words, choiceWords } = row.described;
        const [closest] = await finder.near(`${words} ${choiceWords}`, banks, null);
        if (closest) near.push({ line: row.line, itemId: closest.id, words: row.words });
      } else if (problems.length < mostProblems) {
        const told = checked.problems.slice(0, mostProblems - problems.length);
        problems.push(...told.map((problem) => ({ line: checked.line, ...problem })));
      }
    }
    await database.models.ItemImport.update({ totalRows: done }, { where: { id } });
    await report(database, id, done);
  });
  await database.models.ItemImport.update(
    {
      state: 'checked',
      totalRows: done,
      doneRows: done,
      goodRows: good,
      badRows: done - good,
      problems,
      similar: near,
    },
    { where: { id, state: 'reading' } },
  );
}
