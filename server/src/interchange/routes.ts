import { api } from '@oaken/contract';
import { columnNames, exampleRows, itemToRow } from '@oaken/core/interchange';
import { pipeline } from 'node:stream/promises';
import type { SignedIn } from '../access/signed-in';
import { factsOf, readItems } from '../banks/rows';
import { findAllIds } from '../banks/search';
import type { Context } from '../context';
import { streamCsv, writeCsv } from '../csv';
import type { Bind } from '../http/bind';
import { Download } from '../http/download';
import { applyImport } from './imports';
import { beginImport, cancelImport, readImport } from './import-files';

const inOrder = (line: Record<string, string>) => columnNames.map((name) => line[name] ?? '');
/** So few items are read and written before others have their turn: each may be long. */
const atOnce = 10;

async function* exported(
  { database }: Context,
  me: SignedIn,
  ids: readonly number[],
): AsyncGenerator<string[][]> {
  for (let from = 0; from < ids.length; from += atOnce) {
    const items = await readItems(database, me, ids.slice(from, from + atOnce));
    yield items.map((item) => {
      const standards = item.standards.map(({ code }) => code);
      return inOrder(itemToRow(item.content, { ...factsOf(item), standards }));
    });
  }
}

const csv = 'text/csv; charset=utf-8';

export function interchangeRoutes(bind: Bind, context: Context): void {
  bind(api.beginImport, ({ me, query, request }) => beginImport(context, me, query, request));
  bind(api.readImport, ({ me, params }) => readImport(context, me, params.importId));
  bind(api.applyImport, async ({ me, params, body }) => {
    await applyImport(context, me, params.importId, body.take);
    return {};
  });
  bind(api.cancelImport, async ({ me, params }) => {
    await cancelImport(context, me, params.importId);
    return {};
  });
  bind(api.itemTemplate, async () => {
    return new Download('items-template.csv', csv, writeCsv(columnNames, exampleRows.map(inOrder)));
  });
  bind(api.exportItems, async ({ me, query, response }) => {
    const ids = await findAllIds(context, me, query, 10_000);
    response.attachment('items.csv').type(csv);
    await pipeline(streamCsv(columnNames, exported(context, me, ids)), response);
  });
}
