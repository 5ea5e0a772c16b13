import { api } from '@oaken/contract';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { fillBlueprint, insistOnFillable } from './service';
import { topicItems } from './topic';

export function assemblyRoutes(bind: Bind, context: Context): void {
  bind(api.topicItems, ({ me, body }) => topicItems(context, me, body));
  bind(api.fillBlueprint, async ({ me, params, body, response }) => {
    await insistOnFillable(context, me, params.testId, body);
    const stopped = new AbortController();
    // Whoever closes the page or presses stop closes the connection.
    response.on('close', () => stopped.abort());
    response.set({
      'Content-Type': 'application/x-ndjson; charset=utf-8',
      'Cache-Control': 'no-store, no-transform',
    });
    for await (const line of fillBlueprint(context, me, params.testId, body, stopped.signal)) {
      if (stopped.signal.aborted) return;
      response.write(`${JSON.stringify(line)}\n`);
    }
    response.end();
  });
}
