const { execFileSync } = require('node:child_process');
const { rmSync } = require('node:fs');

module.exports = () => {
  execFileSync(process.execPath, ['scripts/database.mjs', 'stop', globalThis.oakenFolder]);
  rmSync(globalThis.oakenFolder, { recursive: true, force: true });
};
