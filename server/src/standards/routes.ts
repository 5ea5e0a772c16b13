import { api } from '@oaken/contract';
import type { Context } from '../context';
import { rows } from '../database/connect';
import type { Bind } from '../http/bind';
import { importFramework, previewFramework } from './importing';
import { readStandards } from './service';

export function standardRoutes(bind: Bind, context: Context): void {
  const { database } = context;
  bind(api.previewFramework, ({ query, request }) => previewFramework(context, request, query));
  bind(api.importFramework, ({ query, request }) => importFramework(context, request, query));

  bind(api.listFrameworks, async () => {
    const frameworks = await rows<{ id: number; name: string; publisher: string }>(
      database,
      'SELECT id, name, publisher FROM frameworks ORDER BY name',
    );
    const standards = await readStandards(database);
    return {
      frameworks: frameworks.map((own) => ({
        ...own,
        standards: standards
          .filter(({ frameworkId }) => frameworkId === own.id)
          .map(({ frameworkId: _, ...one }) => one),
      })),
    };
  });
}
