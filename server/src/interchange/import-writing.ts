/** The rows of an import that were chosen become items. */
import type { ItemFacts } from '@oaken/core/items';
import { literal, Op, type Transaction } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { insistOnFolder } from '../banks/shelves';
import type { Context } from '../context';
import { pieceSize } from '../files/limits';
import { insistOnRoom } from '../files/quotas';
import { writePiece } from '../files/service';
import type { RowPicture } from '../reading/item-rows';
import { readRows, type Ready } from './import-checking';
import { find } from './import-files';
import { report } from './import-progress';
import { insertItems } from './queries';

/** Items that go into the database in one statement, and their size. */
const atOnce = 200;

const charactersAtOnce = 2_000_000;

export async function write(context: Context, me: SignedIn, id: string): Promise<void> {
  const { database } = context;
  const { bankId: bank, folderId: folder } = await find(database, me, id);
  await database.transaction(async (transaction) => {
    await insistOnFolder(database, me, { bank, folder }, transaction);
    let waiting: Ready[] = [];
    let characters = 0;
    let done = 0;
    let first = Infinity;
    const flush = async () => {
      if (waiting.length > 0)
        first = Math.min(
          first,
          await insertMany(context, me, { bank, folder }, waiting, transaction),
        );
      done += waiting.length;
      waiting = [];
      characters = 0;
      // Outside the transaction, so that it can be seen, and a cancellation heard, while it runs.
      await report(database, id, done);
    };
    await readRows(context, me, id, { pictures: true }, async (batch) => {
      for (const checked of batch) {
        if (!checked.ok) continue;
        const { row: good } = checked.ready;
        if (good.picture) await keepPicture(context, me, good.picture);
        waiting.push(checked.ready);
        characters += good.content.length;
        if (waiting.length >= atOnce || characters >= charactersAtOnce) await flush();
      }
    });
    await flush();
    // The search index looks for what changed lately, and this may have taken long.
    if (first < Infinity)
      await database.models.Item.update(
        { touchedAt: literal('CURRENT_TIMESTAMP(3)') },
        { where: { id: { [Op.gte]: first }, bankId: bank }, transaction },
      );
  });
  const { ImportChunk, ItemImport } = database.models;
  await ItemImport.update({ state: 'done' }, { where: { id, state: 'writing' } });
  await ImportChunk.destroy({ where: { importId: id } });
}

/** Keeps a picture of the zip under the id that the item's wording names. */
async function keepPicture(
  context: Context,
  me: SignedIn,
  { id, name, file, digest, bytes }: RowPicture,
) {
  await insistOnRoom(context, me, null, bytes.length);
  const { type, width, height } = file;
  await context.database.models.StoredFile.create({
    id,
    schoolId: me.account.schoolId,
    madeBy: me.account.id,
    name: name.slice(0, 200),
    type,
    bytes: bytes.length,
    width,
    height,
    digest: Buffer.from(digest),
    createdAt: new Date(context.now()),
  });
  for (let number = 0; number * pieceSize < bytes.length; number++)
    await writePiece(
      context,
      id,
      number,
      bytes.subarray(number * pieceSize, (number + 1) * pieceSize),
    );
}

/** @returns the first of the new items' ids */
async function insertMany(
  { database, now }: Context,
  me: SignedIn,
  { bank, folder }: { bank: number; folder: number | null },
  list: Ready[],
  transaction: Transaction,
): Promise<number> {
  const { RevisionGrade, RevisionStandard, RevisionTag } = database.models;
  const { item, revision } = await insertItems(
    database,
    {
      bankId: bank,
      folderId: folder,
      createdBy: me.account.id,
      createdAt: new Date(now()),
    },
    list.map(({ row: { content, described, passage }, facts }) => ({
      content,
      described,
      passageId: passage?.id ?? null,
      subject: facts.subject,
      depth: facts.depth,
      seconds: facts.seconds,
      author: facts.author,
      licence: facts.licence,
    })),
    transaction,
  );
  const beside = <T, Line>(
    valuesIn: (facts: ItemFacts) => readonly T[],
    line: (revisionId: number, value: T) => Line,
  ) =>
    list.flatMap(({ facts }, index) =>
      [...new Set(valuesIn(facts))].map((value) => line(revision + index, value)),
    );
  await RevisionStandard.bulkCreate(
    beside(
      ({ standards }) => standards,
      (revisionId, standardId) => ({ revisionId, standardId }),
    ),
    { transaction },
  );
  await RevisionGrade.bulkCreate(
    beside(
      ({ grades }) => grades,
      (revisionId, grade) => ({ revisionId, grade }),
    ),
    { transaction },
  );
  await RevisionTag.bulkCreate(
    beside(
      ({ tags }) => tags,
      (revisionId, tag) => ({ revisionId, tag }),
    ),
    { transaction },
  );
  return item;
}
