import { api } from '@oaken/contract';
import { columnNames, exampleRows, itemToRow } from '@oaken/core/interchange';
import { writeCsv } from '../csv';
import type { Response } from 'express';
import { factsOf, readItems } from '../banks/rows';
import { findAllIds } from '../banks/search';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { applyImport, beginImport, cancelImport, readImport } from './imports';

const table = (lines: Record<string, string>[]) =>
  writeCsv(
    columnNames,
    lines.map((line) => columnNames.map((name) => line[name] ?? '')),
  );

function send(response: Response, name: string, csv: string): void {
  response.set({ 'Content-Type': 'text/csv; charset=utf-8', 'Content-Disposition': `attachment; filename="${name}"` });
  response.send(csv);
}

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
  bind(api.itemTemplate, async ({ response }) => send(response, 'items-template.csv', table(exampleRows)));
  bind(api.exportItems, async ({ me, query, response }) => {
    const ids = await findAllIds(context, me, query, 10_000);
    const lines: Record<string, string>[] = [];
    for (let from = 0; from < ids.length; from += 500)
      for (const item of await readItems(context.database, me, ids.slice(from, from + 500)))
        lines.push(itemToRow(item.content, { ...factsOf(item), standards: item.standards.map(({ code }) => code) }));
    send(response, 'items.csv', table(lines));
  });
}
