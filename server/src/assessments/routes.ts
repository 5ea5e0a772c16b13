import { api } from '@oaken/contract';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { putInBin } from './bin';
import { changeTest, giveBack, makeTest, reviseEntry } from './building';
import { copyTest } from './copying';
import { copyEntries } from './copying-entries';
import * as folders from './folders';
import { countPool } from './pools';
import { readEdition, readTest, readVersion } from './reading';
import { searchTests } from './search';
import { readSharing, shareTest } from './sharing';
import { declareEnemies, findSimilar } from './similar';

export function testRoutes(bind: Bind, context: Context): void {
  bind(api.searchTests, ({ me, query }) => searchTests(context, me, query));
  bind(api.makeTest, ({ me, body }) => makeTest(context, me, body));
  bind(api.copyTest, ({ me, params, body }) => copyTest(context, me, params.testId, body));
  bind(api.copyEntries, ({ me, params, body }) => copyEntries(context, me, params.testId, body));
  bind(api.readTest, ({ me, params }) => readTest(context, me, params.testId));
  bind(api.readTestVersion, ({ me, params }) => readVersion(context, me, params.testId));
  bind(api.readEdition, ({ me, params }) => readEdition(context, me, params.testId));

  bind(api.changeTest, async ({ me, params, body }) => {
    await changeTest(context, me, params.testId, body);
    return readTest(context, me, params.testId);
  });
  bind(api.reviseEntry, async ({ me, params, body }) => {
    await reviseEntry(context, me, params.testId, params.entryId, body);
    return readTest(context, me, params.testId);
  });
  bind(api.giveBack, async ({ me, params, body }) => {
    await giveBack(context, me, params.testId, params.entryId, body.over);
    return readTest(context, me, params.testId);
  });
  bind(api.findSimilar, ({ me, params, body }) =>
    findSimilar(context, me, params.testId, body.entries, body.each),
  );
  bind(api.countPool, async ({ me, body }) => ({
    total: await countPool(context, me, body.search, body.but),
  }));
  bind(api.declareEnemies, async ({ me, body }) => {
    await declareEnemies(context, me, body.items, body.apart);
    return {};
  });

  bind(api.removeTest, async ({ me, params }) => {
    await putInBin(context, me, params.testId, true);
    return {};
  });
  bind(api.restoreTest, async ({ me, params }) => {
    await putInBin(context, me, params.testId, false);
    return {};
  });

  bind(api.readTestSharing, ({ me, params }) => readSharing(context, me, params.testId));
  bind(api.shareTest, async ({ me, params, body }) => {
    await shareTest(context, me, params.testId, body);
    return {};
  });
  bind(api.listTestFolders, async ({ me }) => ({
    folders: await folders.listFolders(context, me),
  }));
  bind(api.makeTestFolder, ({ me, body }) => folders.makeFolder(context, me, body));
  bind(api.changeTestFolder, async ({ me, params, body }) => {
    await folders.changeFolder(context, me, params.folderId, body);
    return {};
  });
  bind(api.removeTestFolder, async ({ me, params }) => {
    await folders.removeFolder(context, me, params.folderId);
    return {};
  });
  bind(api.placeTests, async ({ me, body }) => {
    await folders.placeTests(context, me, body);
    return {};
  });
}
