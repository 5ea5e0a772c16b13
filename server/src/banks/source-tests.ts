/** Which test an item was copied out of. */
import type { SourceTest } from '@oaken/contract/banks';
import { Op } from 'sequelize';
import { rule } from '../access';
import type { SignedIn } from '../access/signed-in';
import type { Database } from '../database/connect';

/** By revision; those that came from no test are left out. */
export async function sourceTests(
  { models }: Database,
  me: SignedIn,
  revisionIds: readonly number[],
): Promise<Map<number, SourceTest>> {
  const copies = await models.Revision.findAll({
    attributes: ['id', 'sourceTestId'],
    where: { id: [...revisionIds], sourceTestId: { [Op.ne]: null } },
    include: [{ association: 'sourceTest', attributes: ['id'], include: ['owner'] }],
  });
  if (copies.length === 0) return new Map();
  const readable = await models.Test.scope(rule('readableBy', me)).findAll({
    attributes: ['id', 'title'],
    where: { id: copies.map(({ sourceTestId }) => sourceTestId ?? 0), removedAt: null },
  });
  const titles = new Map(readable.map(({ id, title }) => [id, title]));
  return new Map(
    copies.map(({ id, sourceTest }): [number, SourceTest] => [
      id,
      {
        title: titles.get(sourceTest?.id ?? 0) ?? null,
        owner: sourceTest?.owner?.fullName ?? '',
      },
    ]),
  );
}
