/** Every check, from style to the real browser; ends with one line that counts them. */
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { installMariaDb } from './lib/mariadb.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { installDebian, root, run } from './lib/run.mjs';
import { runMain, say } from './lib/say.mjs';

const output = join(root, 'test-results');
const only = process.argv[2];
let passed = 0;
let failed = 0;

const readJson = (path) => {
  try {
    return JSON.parse(readFileSync(path, 'utf8'));
  } catch {
    return null;
  }
};

/** A check that is one: it holds or it does not. */
async function check(name, command, args) {
  say(`\n== ${name}`);
  const { code } = await run(command, args);
  if (code === 0) passed++;
  else {
    failed++;
    say(`${name} failed.`);
  }
}

/** A run of many tests, counted from the file that it writes; one that wrote none has failed. */
async function suite(name, args, cwd, count) {
  say(`\n== ${name}`);
  const { code } = await run('npx', args, { cwd });
  const counted = count();
  passed += counted?.passed ?? 0;
  failed += counted?.failed ?? 0;
  if (!counted || (code !== 0 && counted.failed === 0)) failed++;
}

runMain(async () => {
  installMariaDb();
  installDebian(
    ['chromium', 'pdftotext', 'openssl'],
    ['chromium', 'fonts-liberation', 'poppler-utils', 'openssl'],
  );
  await ensurePackages();
  rmSync(output, { recursive: true, force: true });
  mkdirSync(output, { recursive: true });

  if (!only || only === 'style') {
    await check('Style', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']);
    await check('Lint', 'npx', ['eslint', '.', '--max-warnings', '0']);
    await check('Arrows', 'npx', [
      'depcruise',
      'core/src',
      'contract/src',
      'server/src',
      'web/src',
      'demo/src',
      'stand-ins/src',
      '--output-type',
      'err',
    ]);
    for (const workspace of [
      'core',
      'contract',
      'server',
      'demo',
      'stand-ins',
      'e2e',
      'web/worker',
      'scripts/bench',
    ])
      await check(`Types of ${workspace}`, 'npx', ['tsc', '-p', workspace]);
    await check('Types of web', 'npx', ['vue-tsc', '-p', 'web', '--noEmit']);
  }
  if (!only || only === 'unit') {
    const file = join(output, 'jest.json');
    await suite(
      'Unit and server tests',
      ['jest', '--forceExit', '--json', `--outputFile=${file}`],
      root,
      () => {
        const result = readJson(file);
        return (
          result && {
            passed: result.numPassedTests,
            failed: result.numFailedTests + result.numRuntimeErrorTestSuites,
          }
        );
      },
    );
  }
  if (!only || only === 'e2e') {
    await suite('In the browser', ['playwright', 'test'], join(root, 'e2e'), () => {
      const stats = readJson(join(output, 'e2e.json'))?.stats;
      return (
        stats && { passed: stats.expected, failed: stats.unexpected + stats.flaky + stats.skipped }
      );
    });
  }
  say(`\nTests: ${passed} passed, ${failed} failed`);
  process.exit(failed === 0 && passed > 0 ? 0 : 1);
});
