const { execFileSync } = require('node:child_process');
const { mkdtempSync } = require('node:fs');
const { tmpdir } = require('node:os');
const { join } = require('node:path');

/**
 * One MariaDB for the whole run, in which each test file makes a database of its own; and the
 * threads, as they are served.
 */
module.exports = () => {
  const folder = mkdtempSync(join(tmpdir(), 'oaken-test-'));
  const output = execFileSync(process.execPath, ['scripts/database.mjs', 'start', folder], {
    encoding: 'utf8',
  });
  process.env.OAKEN_TEST_SOCKET = JSON.parse(output.trim().split('\n').at(-1)).socket;
  globalThis.oakenFolder = folder;
  execFileSync(process.execPath, ['scripts/build.mjs', '--server'], { stdio: 'inherit' });
};
