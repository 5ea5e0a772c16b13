/** The tables and their links as a document, for whoever wants to see the whole at once. */
import type { Model, ModelAttributeColumnOptions, ModelStatic } from 'sequelize';
import { tables, type ModelName, type Models } from './index';
import { links } from './links';

const quoted = (value: string) => value;

/** A type in one word, as Mermaid takes it. */
function typeName({ type }: ModelAttributeColumnOptions): string {
  const sql =
    typeof type === 'string'
      ? type
      : (type as { toSql(how: object): string }).toSql({ escape: quoted });
  return (/^\w+/.exec(sql)?.[0] ?? sql).toLowerCase();
}

function entity(model: ModelStatic<Model>, foreign: ReadonlySet<string>): string {
  const columns = Object.entries<ModelAttributeColumnOptions>(model.getAttributes()).map(
    ([name, column]) => {
      const keys = [column.primaryKey && 'PK', foreign.has(name) && 'FK'].filter(Boolean);
      return `    ${typeName(column)} ${name} ${keys.join(', ')}`.trimEnd();
    },
  );
  return [`  ${model.name} {`, ...columns, '  }'].join('\n');
}

/** One diagram for each file of models: its own tables whole, and the links that lead out of it. */
function family(models: Models, names: readonly ModelName[]): string {
  const entities = names.map((name) =>
    entity(
      models[name] as unknown as ModelStatic<Model>,
      new Set(links.filter(({ child }) => child === name).map(({ key }) => key)),
    ),
  );
  const arrows = links
    .filter(({ child }) => names.includes(child))
    .map(
      ({ child, parent, as, one: single }) =>
        `  ${parent} ||--o${single ? '|' : '{'} ${child} : "${as}"`,
    );
  return ['```mermaid', 'erDiagram', ...entities, ...arrows, '```'].join('\n');
}

/** The whole document; `npm run schema` writes it. */
export function schemaDocument(models: Models): string {
  const families = Object.entries(tables).map(
    ([title, definitions]) =>
      `## ${title}\n\n${family(models, Object.keys(definitions) as ModelName[])}`,
  );
  return (
    [
      '# The tables',
      'Made from the models in `server/src/models` by `npm run schema`; a test holds them and the migrated database together.',
      ...families,
      '',
    ]
      .join('\n\n')
      .trimEnd() + '\n'
  );
}
