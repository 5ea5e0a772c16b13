import { api } from '@oaken/contract';
import { countEntries, totalPoints, type Outline } from '@oaken/core/tests';
import { asking, ownTest } from '../access';
import type { Context } from '../context';
import { fromJson, rows, toMillis } from '../database/connect';
import type { Bind } from '../http/bind';
import { changeTest, makeTest, putInBin, readTest, reviseEntry } from './service';

export function testRoutes(bind: Bind, context: Context): void {
  const { database } = context;

  bind(api.listTests, async ({ me }) => {
    const tests = await rows<{ id: number; outline: unknown; changedAt: Date; given: string | null }>(
      database,
      `SELECT t.id, t.outline, t.changed_at AS changedAt,
              (SELECT GROUP_CONCAT(DISTINCT c.name ORDER BY c.name SEPARATOR '\n')
                 FROM editions e JOIN assignments a ON a.edition_id = e.id AND a.taken_back_at IS NULL
                 JOIN assignment_classes ac ON ac.assignment_id = a.id JOIN classes c ON c.id = ac.class_id
                WHERE e.test_id = t.id) AS given
         FROM tests t WHERE t.removed_at IS NULL AND ${ownTest} ORDER BY t.changed_at DESC LIMIT 500`,
      asking(me),
    );
    return {
      tests: tests.map(({ id, outline: stored, changedAt, given }) => {
        const outline = fromJson<Outline>(stored);
        const { title, kind, subject, grades } = outline;
        return {
          id,
          title,
          kind,
          subject,
          grades,
          items: countEntries(outline),
          points: totalPoints(outline),
          changedAt: toMillis(changedAt),
          given: given?.split('\n') ?? [],
        };
      }),
    };
  });

  bind(api.makeTest, ({ me, body }) => makeTest(context, me, body));

  bind(api.readTest, ({ me, params }) => readTest(database, me, params.testId));

  bind(api.changeTest, async ({ me, params, body }) => {
    await changeTest(context, me, params.testId, body.changes);
    return readTest(database, me, params.testId);
  });

  bind(api.reviseEntry, async ({ me, params, body }) => {
    await reviseEntry(context, me, params.testId, params.entryId, body);
    return readTest(database, me, params.testId);
  });

  bind(api.removeTest, async ({ me, params }) => {
    await putInBin(context, me, params.testId, true);
    return {};
  });

  bind(api.restoreTest, async ({ me, params }) => {
    await putInBin(context, me, params.testId, false);
    return {};
  });
}
