import { connect, createDatabase } from '../src/database/connect';
import { rows } from './support/sql';
import { migrator } from '../src/database/migrate';
import { demonstrationSchool } from '@oaken/demo';
import { openSchool, schoolMorning } from './support/school';

const tables = async (database: ReturnType<typeof connect>) =>
  (
    await rows<{ name: string }>(
      database,
      'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() ORDER BY 1',
    )
  ).map(({ name }) => name);

test('migrations go up, down and up again', async () => {
  const place = { socket: process.env.OAKEN_TEST_SOCKET!, name: `t_migrations_${process.pid}` };
  await createDatabase(place);
  const database = connect(place);
  const umzug = migrator(database);
  await umzug.up();
  const first = await tables(database);
  expect(first).toContain('answers');
  await umzug.up();
  await umzug.down({ to: 0 });
  expect(await tables(database)).toEqual(['migrations']);
  await umzug.up();
  expect(await tables(database)).toEqual(first);
  await database.query(`DROP DATABASE ${place.name}`);
  await database.close();
});

test('the words within documents go down and up again, and nothing else of them changes', async () => {
  const { database, close } = await openSchool();
  await database.query(
    `UPDATE editions SET content = JSON_SET(content, '$.sections[0].entries[0].override', 'dropped',
       '$.sections[0].entries[1].override', 'full-credit') WHERE id = 1`,
  );
  const documents = async () =>
    (
      await rows<{ content: string }>(
        database,
        `SELECT CAST(content AS CHAR) AS content FROM revisions
          UNION ALL SELECT CAST(content AS CHAR) FROM editions`,
      )
    ).map(({ content }) => content);
  const before = await documents();
  await migrator(database).down({ to: '028-overrides' });
  const old = await documents();
  expect(old.filter((content) => content.includes('"settled": "left-out"'))).toHaveLength(1);
  expect(old).toEqual(
    before.map((content) =>
      content
        .replaceAll('"misconception":', '"mistake":')
        .replaceAll(/"override":( ?)"dropped"/g, '"settled":$1"left-out"')
        .replaceAll(/"override":( ?)"full-credit"/g, '"settled":$1"all-points"'),
    ),
  );
  await migrator(database).up();
  expect(await documents()).toEqual(before);
  await close();
});

test('durable, utf8mb4, with foreign keys that hold', async () => {
  const school = await openSchool();
  const { database } = school;
  const settings = await rows<{ Variable_name: string; Value: string }>(
    database,
    "SHOW VARIABLES WHERE Variable_name IN ('innodb_flush_log_at_trx_commit', 'skip_networking', 'character_set_database', 'innodb_doublewrite')",
  );
  const value = Object.fromEntries(
    settings.map((setting) => [setting.Variable_name, setting.Value]),
  );
  expect(value).toMatchObject({
    innodb_flush_log_at_trx_commit: '1',
    skip_networking: 'ON',
    character_set_database: 'utf8mb4',
  });
  await expect(database.query('DELETE FROM revisions WHERE id = 1')).rejects.toThrow(
    /foreign key/i,
  );
  await database.query("UPDATE accounts SET given_name = 'Łucja 𝒜 🌿' WHERE id = 6");
  const [named] = await rows<{ name: string }>(
    database,
    'SELECT given_name AS name FROM accounts WHERE id = 6',
  );
  expect(named!.name).toBe('Łucja 𝒜 🌿');
  // Filled with the checks held back: nothing may point nowhere.
  const keys = await rows<{ t: string; c: string; rt: string; rc: string }>(
    database,
    `SELECT table_name AS t, column_name AS c, referenced_table_name AS rt, referenced_column_name AS rc
       FROM information_schema.key_column_usage WHERE table_schema = DATABASE() AND referenced_table_name IS NOT NULL`,
  );
  expect(keys.length).toBeGreaterThan(40);
  for (const { t, c, rt, rc } of keys) {
    const lost = await rows(
      database,
      `SELECT 1 AS x FROM ${t} a LEFT JOIN ${rt} b ON b.${rc} = a.${c} WHERE a.${c} IS NOT NULL AND b.${rc} IS NULL LIMIT 1`,
    );
    expect([t, c, lost]).toEqual([t, c, []]);
  }
  await school.close();
});

describe('the demonstration', () => {
  const make = (seed: string, now = schoolMorning) =>
    demonstrationSchool({
      seed,
      now,
      hash: async (secret) => `hash of ${secret}`,
      draw: async ({ sheet }) => Buffer.from(`sheet ${sheet}`),
    });
  test('the same seed and day give the same school, another seed another', async () => {
    const [first, second, other] = await Promise.all([make('a'), make('a'), make('b')]);
    expect([...first]).toEqual([...second]);
    expect(first.get('accounts')).not.toEqual(other.get('accounts'));
  });
  test('people, classes and assignments are as many as promised', async () => {
    const made = await make('a');
    const accounts = made.get('accounts')!;
    const names = accounts.map(
      (account) => `${String(account.given_name)} ${String(account.family_name)}`,
    );
    expect(new Set(names).size).toBe(names.length);
    const count = (role: string) => accounts.filter((account) => account.role === role).length;
    expect([
      count('teacher'),
      count('administrator'),
      count('student') >= 155,
      made.get('classes')!.length,
    ]).toEqual([4, 1, true, 6]);
  });
  test.each([0, 1, 2, 3, 4, 5, 6])(
    'made on any day (+%i): nine assignments are over, one is open, one is coming, and nothing is handed in after now',
    async (days) => {
      const now = schoolMorning + days * 86_400_000;
      const made = await make('a', now);
      const windows = made
        .get('assignments')!
        .map((row) => [Number(row.opens_at), Number(row.closes_at)] as const);
      const over = windows.filter(([, closes]) => closes < now).length;
      const open = windows.filter(([opens, closes]) => opens < now && closes > now).length;
      const coming = windows.filter(([opens]) => opens > now + 4 * 86_400_000).length;
      // Two of them are the round of last week, and what was answered on paper.
      expect([over, open, coming]).toEqual([9, 1, 1]);
      for (const attempt of made.get('attempts')!)
        if (attempt.handed_in_at) expect(Number(attempt.handed_in_at)).toBeLessThanOrEqual(now);
    },
  );
});
