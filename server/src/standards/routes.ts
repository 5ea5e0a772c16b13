import { api } from '@oaken/contract';
import type { Context } from '../context';
import type { Bind } from '../http/bind';
import { importFramework, previewFramework } from './importing';
import { readStandards } from './service';

export function standardRoutes(bind: Bind, context: Context): void {
  const { database } = context;
  bind(api.previewFramework, ({ query, request }) => previewFramework(context, request, query));
  bind(api.importFramework, ({ query, request }) => importFramework(context, request, query));

  bind(api.listFrameworks, async () => {
    const frameworks = await database.models.Framework.findAll({ order: ['name'] });
    const standards = await readStandards(database);
    return {
      frameworks: frameworks.map(({ id, name, publisher }) => ({
        id,
        name,
        publisher,
        standards: standards
          .filter(({ frameworkId }) => frameworkId === id)
          .map(({ frameworkId: _, ...standard }) => standard),
      })),
    };
  });
}
