/** What is printed for the room, and what comes back on paper. */
import { api } from '@oaken/contract';
import type { Editions } from '../attempts/editions';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { printStrips } from './class-strips';
import { decidePage, decideRow } from './deciding';
import { readSheet, readUnclear } from './looking';
import { makeSheets } from './making';
import { readPaper } from './overview';
import { bringScan, cancelScan } from './scans';
import { printSheets, readBooklets } from './sheets';

/** What computes much. */
export function paperRoutes(bind: Bind, context: Context, editions: Editions): void {
  bind(api.printStrips, ({ me, params, query }) =>
    printStrips(context.database, me, params.classId, query),
  );
  bind(api.readPaper, ({ me, params }) => readPaper(context, editions, me, params.assignmentId));
  bind(api.makeSheets, ({ me, params, body }) =>
    makeSheets(context, editions, me, params.assignmentId, body),
  );
  bind(api.printSheets, ({ me, params, query }) =>
    printSheets(context, editions, me, params.assignmentId, query),
  );
  bind(api.readBooklets, ({ me, params }) =>
    readBooklets(context, editions, me, params.assignmentId),
  );
  bind(api.readUnclear, ({ me, params }) =>
    readUnclear(context, editions, me, params.assignmentId),
  );
  bind(api.readSheet, ({ me, params }) => readSheet(context, editions, me, params.sheetId));
}

/** What receives files, and what has to be read again. */
export function scanRoutes(bind: Bind, context: Context, editions: Editions): void {
  bind(api.bringScan, ({ me, params, query, request }) =>
    bringScan(context, me, params.assignmentId, query.name, request),
  );
  bind(api.cancelScan, async ({ me, params }) => {
    await cancelScan(context, me, params.scanId);
    return {};
  });
  bind(api.decideRow, async ({ me, params, body }) => {
    await decideRow(context, editions, me, params, body.marks);
    return {};
  });
  bind(api.decidePage, async ({ me, params, body }) => {
    await decidePage(context, editions, me, params.pageId, body);
    return {};
  });
}
