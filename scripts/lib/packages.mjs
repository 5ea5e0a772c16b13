import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root, run } from './run.mjs';
import { Stop, say } from './say.mjs';

/** Packages by the lock file, only when it changed since the last time. */
export async function ensurePackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.oaken-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  say('Installing packages (a minute or two) …');
  const { code, output } = await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    quiet: true,
  });
  if (code !== 0)
    throw new Stop(`The packages could not be installed: ${output.trim().split('\n').at(-1)}`, 7);
  writeFileSync(stamp, lock);
}

/** A mark of all source files by name, size and time; another mark means that a build is due. */
function sourceMark(folders) {
  const hash = createHash('sha256');
  const visit = (path) => {
    const info = statSync(path);
    if (info.isDirectory()) {
      for (const name of readdirSync(path).sort())
        if (!['node_modules', 'dist', 'test'].includes(name)) visit(join(path, name));
    } else hash.update(`${path} ${info.size} ${info.mtimeMs}\n`);
  };
  for (const folder of folders) visit(join(root, folder));
  return hash.digest('hex');
}

/** Builds server, demo and web client, only when a source changed. */
export async function ensureBuilt() {
  const mark = sourceMark([
    'core',
    'words',
    'contract',
    'server',
    'web',
    'demo',
    'stand-ins',
    'scripts/build.mjs',
    'package-lock.json',
  ]);
  const stamp = join(root, 'web/dist/.oaken-build');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === mark) return;
  say('Building …');
  const { code, output } = await run(process.execPath, ['scripts/build.mjs'], { quiet: true });
  if (code !== 0)
    throw new Stop(`The build failed.\n${output.trim().split('\n').slice(-20).join('\n')}`, 8);
  writeFileSync(stamp, mark);
}
