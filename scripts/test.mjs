/**
 * Every check, from style to the real browser; ends with one line that counts them.
 *
 *   npm test                    all of them
 *   npm test -- style           form, lint and arrows
 *   npm test -- types [web]     types of all workspaces, or of one
 *   npm test -- unit [core]     unit and server tests, or those of one project; a file's name does as well
 *   npm test -- e2e [seat]      in the browser, or one file of it
 */
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { installMariaDb } from './lib/mariadb.mjs';
import { ensureBuilt, ensurePackages } from './lib/packages.mjs';
import { installDebian, root, run } from './lib/run.mjs';
import { runMain, say } from './lib/say.mjs';

const output = join(root, 'test-results');
/** What the compiler knows from the last time, so that a second look takes seconds. */
const remembered = join(root, 'node_modules/.cache/oaken-types');
const [part = 'all', which] = process.argv.slice(2);
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
async function suite(name, args, cwd, env, count) {
  say(`\n== ${name}`);
  const { code } = await run('npx', args, { cwd, env });
  const counted = count();
  passed += counted?.passed ?? 0;
  failed += counted?.failed ?? 0;
  if (!counted || (code !== 0 && counted.failed === 0)) failed++;
}

async function style() {
  await check('Style', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']);
  const cache = ['--cache', '--cache-location', join(root, 'node_modules/.cache/eslint')];
  await check('Lint', 'npx', ['eslint', '.', '--max-warnings', '0', ...cache]);
  const sources = ['core', 'words', 'contract', 'server', 'web', 'demo', 'stand-ins'];
  const folders = sources.map((workspace) => `${workspace}/src`);
  await check('Arrows', 'npx', ['depcruise', ...folders, '--output-type', 'err']);
  await check('Schema', 'node', ['scripts/schema.mjs', '--check']);
}

const typed = [
  'web',
  'server',
  'core',
  'words',
  'contract',
  'demo',
  'stand-ins',
  'e2e',
  'web/worker',
  'scripts/bench',
  'scripts/paper',
];

/** Several workspaces at the same time, the slowest first. */
async function types() {
  const waiting = typed.filter((name) => which === undefined || name === which);
  const take = async () => {
    for (let workspace = waiting.shift(); workspace !== undefined; workspace = waiting.shift()) {
      const compiler = workspace === 'web' ? 'vue-tsc' : 'tsc';
      const known = join(remembered, `${workspace.replace('/', '-')}.tsbuildinfo`);
      const args = [compiler, '-p', workspace, '--noEmit', '--incremental', '--tsBuildInfoFile'];
      await check(`Types of ${workspace}`, 'npx', [...args, known]);
    }
  };
  await Promise.all(Array.from({ length: Math.min(2, availableParallelism()) }, take));
}

/** The part that measures how long the server is held: nothing else may run beside it. */
const measured = 'server/test/holds';

async function unit() {
  const projects = ['core', 'web', 'server'];
  const chosen = projects.includes(which) ? ['--selectProjects', which] : [which].filter(Boolean);
  const jest = (name, file, args) =>
    suite(name, ['jest', '--json', `--outputFile=${file}`, ...chosen, ...args], root, {}, () => {
      const result = readJson(file);
      const broken = result && result.numFailedTests + result.numRuntimeErrorTestSuites;
      return result && { passed: result.numPassedTests, failed: broken };
    });
  const workers = `--maxWorkers=${availableParallelism()}`;
  if (which !== undefined && !projects.includes(which))
    return jest('Unit and server tests', join(output, 'jest.json'), [workers]);
  const others = ['--testPathIgnorePatterns', measured];
  await jest('Unit and server tests', join(output, 'jest.json'), [workers, ...others]);
  if (which === undefined || which === 'server')
    await jest('Measured alone', join(output, 'jest-measured.json'), [
      '--testPathPatterns',
      measured,
    ]);
}

/** The browser's files go two ways at the same time; each way has a school of its own. */
const ways = 2;

async function browser() {
  await ensureBuilt();
  const playwright = (way, args) =>
    suite('In the browser', ['playwright', 'test', ...args], join(root, 'e2e'), way, () => {
      const { stats } = readJson(join(output, `e2e${way.OAKEN_E2E_WAY ?? ''}.json`)) ?? {};
      const broken = stats && stats.unexpected + stats.flaky + stats.skipped;
      return stats && { passed: stats.expected, failed: broken };
    });
  if (which !== undefined) return playwright({}, [which]);
  const each = Array.from({ length: ways }, (_, index) => index + 1);
  await Promise.all(
    each.map((way) => playwright({ OAKEN_E2E_WAY: String(way) }, [`--shard=${way}/${ways}`])),
  );
}

/** What each name asks for, and whether it needs more than the packages. */
const parts = {
  style: { run: style, machine: false },
  types: { run: types, machine: false },
  unit: { run: unit, machine: true },
  e2e: { run: browser, machine: true },
};

runMain(async () => {
  const wanted = part === 'all' ? Object.values(parts) : [parts[part]].filter(Boolean);
  if (wanted.length === 0) {
    say(`There is no check called “${part}”. There are: ${Object.keys(parts).join(', ')}.`);
    process.exit(2);
  }
  if (wanted.some(({ machine }) => machine)) {
    installMariaDb();
    installDebian(
      ['chromium', 'pdftotext', 'openssl'],
      ['chromium', 'fonts-liberation', 'poppler-utils', 'openssl'],
    );
  }
  await ensurePackages();
  rmSync(output, { recursive: true, force: true });
  mkdirSync(output, { recursive: true });
  for (const { run: ask } of wanted) await ask();
  say(`\nTests: ${passed} passed, ${failed} failed`);
  process.exit(failed === 0 && passed > 0 ? 0 : 1);
});
