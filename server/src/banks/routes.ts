import { api } from '@oaken/contract';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import * as placing from './item-placing';
import * as reading from './item-reading';
import * as writing from './item-writing';
import * as kept from './kept-searches';
import * as near from './near-items';
import { readItems } from './rows';
import { findItems, searchItems } from './search';
import * as shelves from './shelves';
import { usesOf } from './uses';

const done = () => ({});

export function bankRoutes(bind: Bind, context: Context): void {
  const { database } = context;

  bind(api.listBanks, ({ me }) => shelves.listBanks(context, me));
  bind(api.makeBank, ({ me, body }) => shelves.makeBank(context, me, body));
  bind(api.describeBank, ({ me, params, body }) =>
    shelves.describeBank(context, me, params.bankId, body).then(done),
  );
  bind(api.readShares, ({ me, params }) => shelves.readShares(context, me, params.bankId));
  bind(api.shareBank, ({ me, params, body }) =>
    shelves.shareBank(context, me, params.bankId, body).then(done),
  );
  bind(api.makeFolder, ({ me, body }) => shelves.makeFolder(context, me, body));
  bind(api.moveFolders, ({ me, body }) => shelves.moveFolders(context, me, body).then(done));
  bind(api.renameFolder, ({ me, params, body }) =>
    shelves.renameFolder(context, me, params.folderId, body.name).then(done),
  );
  bind(api.removeFolder, ({ me, params }) => shelves.removeFolder(context, me, params.folderId));

  bind(api.listKeptSearches, ({ me }) => kept.listKeptSearches(context, me));
  bind(api.keepSearch, ({ me, body }) => kept.keepSearch(context, me, body));
  bind(api.forgetSearch, ({ me, params }) =>
    kept.forgetSearch(context, me, params.searchId).then(done),
  );

  bind(api.searchItems, ({ me, query }) => searchItems(context, me, query));
  bind(api.findItems, ({ me, query }) => findItems(context, me, query));
  bind(api.readRows, async ({ me, body }) => ({
    items: await readItems(database, me, body.items),
  }));
  bind(api.makeItem, ({ me, body }) => writing.makeItem(context, me, body));
  bind(api.moveItems, ({ me, body }) => placing.moveItems(context, me, body));
  bind(api.copyItems, ({ me, body }) => placing.copyItems(context, me, body));
  bind(api.retireItems, ({ me, body }) => placing.retireItems(context, me, body.items));
  bind(api.restoreItems, ({ me, body }) => placing.restoreItems(context, me, body.items));
  bind(api.listRetired, ({ me }) => placing.listRetired(context, me));
  bind(api.labelItems, ({ me, body }) => writing.labelItems(context, me, body));
  bind(api.readUses, async ({ me, body }) => {
    const readable = await readItems(database, me, body.items, { retired: true });
    return readable.length === 0
      ? { uses: [], hiddenUses: 0 }
      : usesOf(
          database,
          me,
          readable.map(({ id }) => id),
        );
  });
  bind(api.findNearOf, ({ me, body }) => near.findNearOf(context, me, body.items));
  bind(api.findNear, ({ me, body }) => near.findNear(context, me, body.content, body.but));
  bind(api.readItem, ({ me, params }) => reading.readItem(context, me, params.itemId));
  bind(api.readRevision, ({ me, params }) => reading.readRevision(context, me, params.revisionId));
  bind(api.reviseItem, ({ me, params, body }) =>
    writing.reviseItem(context, me, params.itemId, body),
  );
  bind(api.settleSource, ({ me, params, body }) =>
    writing.settleSource(context, me, params.itemId, body.revision).then(done),
  );
}
