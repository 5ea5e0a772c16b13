import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

test('from the command line it prints one JSON, or says what is wrong and fails', () => {
  const folder = mkdtempSync(join(tmpdir(), 'oaken-sheet-'));
  const file = (name: string, text: string) => {
    writeFileSync(join(folder, name), text);
    return join(folder, name);
  };
  const script = 'scripts/analyse.mjs';
  const table = file('answers.csv', '\uFEFFstudent,q1,q2\r\n"Ada, A.",a,b\r\nBo,a,c\r\nCy,,b\r\n');
  const printed = JSON.parse(
    execFileSync(
      process.execPath,
      [script, table, '--key', file('key.csv', 'item,key\nq1,a\nq2,b\n')],
      { encoding: 'utf8' },
    ),
  );
  expect(printed).toMatchObject({
    n: 3,
    k: 2,
    items: [{ id: 'q1', n: 3, options: [{ option: 'a', count: 2 }] }, { id: 'q2' }],
  });
  const ragged = spawnSync(process.execPath, [script, file('ragged.csv', 'q1,q2\n1\n')], {
    encoding: 'utf8',
  });
  expect([ragged.status, ragged.stdout, ragged.stderr]).toEqual([
    1,
    '',
    'Row 2 has 1 cells; the first row names 2.\n',
  ]);
  expect(
    spawnSync(process.execPath, [script, join(folder, 'gone.csv')], { encoding: 'utf8' }).stderr,
  ).toMatch(/^There is no file /);
});
