import { api } from '@oaken/contract';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { itemsCsv, studentsCsv } from './export';
import { readResults } from './service';

export function resultRoutes(bind: Bind, { database, now }: Context): void {
  bind(api.readResults, ({ me, params }) => readResults(database, me, params.assignmentId, now()));

  bind(api.exportResults, async ({ me, params, query, response }) => {
    const results = await readResults(database, me, params.assignmentId, now());
    const name = `${results.assignment.title} ${query.by}.csv`;
    response.attachment(name).type('text/csv; charset=utf-8');
    response.send(query.by === 'students' ? studentsCsv(results) : itemsCsv(results));
  });
}
