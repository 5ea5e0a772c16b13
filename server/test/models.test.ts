/**
 * The models say what the migrated database holds: columns, types, what may be empty, and which row
 * belongs to which.
 */
import { Op, type Model, type ModelAttributeColumnOptions, type ModelStatic } from 'sequelize';
import { type Database } from '../src/database/connect';
import { rows } from './support/sql';
import { links } from '../src/models/links';
import { openSchool, type School } from './support/school';

interface Column {
  table: string;
  name: string;
  type: string;
  nullable: boolean;
  key: string;
}

let database: Database;
let columns: Column[];

const modelsOf = () =>
  // The migrations keep a table and a model of their own.
  Object.values<ModelStatic<Model>>(database.models as never).filter(
    (model) => model.name !== 'migration',
  );

/** As the database writes a type: it keeps JSON as text, and tells widths of numbers that mean nothing. */
const asStored = (type: string) =>
  type
    .toLowerCase()
    .replace(/^integer/, 'int')
    .replace(/^json$/, 'longtext')
    .replace(/^double precision/, 'double')
    .replace(/, /g, ',');

const withoutWidth = (type: string) => type.replace(/^((?:tiny|small|big)?int)\(\d+\)/, '$1');

const quoted = (value: string) => `'${value}'`;

const typeOf = ({ type }: ModelAttributeColumnOptions) =>
  asStored(
    typeof type === 'string'
      ? type
      : (type as { toSql(how: object): string }).toSql({ escape: quoted }),
  );

let school: School;
afterAll(() => school.close());
beforeAll(async () => {
  school = await openSchool();
  ({ database } = school);
  const stored = await rows<Column>(
    database,
    `SELECT table_name AS \`table\`, column_name AS name, column_type AS type, is_nullable = 'YES' AS nullable, column_key AS \`key\`
       FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name <> 'migrations'`,
  );
  columns = stored.map((column) => ({
    ...column,
    type:
      column.type === 'tinyint(1)'
        ? column.type
        : withoutWidth(column.type.replace(/', '/g, "','")),
    nullable: Boolean(column.nullable),
  }));
});

const columnsOf = (table: string) =>
  Object.fromEntries(
    columns
      .filter((column) => column.table === table)
      .map(({ name, type, nullable, key }) => [
        name,
        `${type}${nullable ? '' : ' not null'}${key === 'PRI' ? ' key' : ''}`,
      ]),
  );

test('every table has a model', () => {
  const known = modelsOf().map((model) => model.getTableName());
  expect(known.sort()).toEqual([...new Set(columns.map(({ table }) => table))].sort());
});

test('each model has the columns of its table', () => {
  for (const model of modelsOf()) {
    const declared = Object.values<ModelAttributeColumnOptions>(model.getAttributes()).map(
      (column) => [
        column.field,
        `${typeOf(column)}${column.allowNull === false ? ' not null' : ''}${column.primaryKey ? ' key' : ''}`,
      ],
    );
    expect({ [model.name]: Object.fromEntries(declared) }).toEqual({
      [model.name]: columnsOf(String(model.getTableName())),
    });
  }
});

test('a column has the name of its attribute', () => {
  const underscored = (name: string) =>
    name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
  const differing = modelsOf().flatMap((model) =>
    Object.entries<ModelAttributeColumnOptions>(model.getAttributes())
      .filter(([name, { field }]) => field !== underscored(name))
      .map(([name, { field }]) => `${model.name}.${name}: ${field}`),
  );
  expect(differing).toEqual([]);
});

test('every foreign key of the database is a link between models, and the other way round', async () => {
  const stored = await rows<{ link: string }>(
    database,
    `SELECT CONCAT(k.table_name, '.', k.column_name, ' -> ', k.referenced_table_name, ' ', r.delete_rule) AS link
       FROM information_schema.key_column_usage k
       JOIN information_schema.referential_constraints r
         ON r.constraint_schema = k.constraint_schema AND r.constraint_name = k.constraint_name
      WHERE k.table_schema = DATABASE() AND k.referenced_table_name IS NOT NULL`,
  );
  const declared = links.map(({ child, key, parent, onDelete = 'RESTRICT' }) => {
    const model = database.models[child] as unknown as ModelStatic<Model>;
    const column = model.getAttributes()[key as never] as ModelAttributeColumnOptions;
    const table = database.models[parent].getTableName();
    return `${model.getTableName()}.${column.field} -> ${table} ${onDelete}`;
  });
  expect(declared.sort()).toEqual(stored.map(({ link }) => link).sort());
});

test('JSON, switches and instants come back as what they are', async () => {
  const school = await database.models.School.findOne();
  expect(school).toMatchObject({
    grades: [5, 6, 7, 8],
    demonstration: true,
    createdAt: expect.any(Date),
  });
});

test('what is asked beside a scope never takes the scope away', async () => {
  const { Test } = database.models;
  const viewer = { accountId: 0, schoolId: 0, now: new Date(0) };
  const foreign = Test.scope({ method: ['editableBy', viewer] });
  expect(await foreign.count({ where: { id: { [Op.gt]: 0 } } })).toBe(0);
});
