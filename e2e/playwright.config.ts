import { defineConfig } from '@playwright/test';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

/** Which of several runs at the same time this is, each with its share of the files; none when alone. */
const way = process.env.OAKEN_E2E_WAY ?? '';
const port = Number(process.env.OAKEN_E2E_PORT ?? 4680 + Number(way));
/** A school of its own for each run; workers are handed the folder of the first process. */
const folder = (process.env.OAKEN_E2E_DATA ??= mkdtempSync(join(tmpdir(), 'oaken-e2e-')));

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  // The tests of a run share one school, so they go one after the other.
  workers: 1,
  fullyParallel: false,
  // Limits only end a run that hangs; no test measures time by them.
  timeout: 600_000,
  expect: { timeout: 60_000 },
  reporter: [
    ['list'],
    ['json', { outputFile: resolve(import.meta.dirname, `../test-results/e2e${way}.json`) }],
  ],
  outputDir: `../test-results/e2e${way}`,
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    timezoneId: 'America/New_York',
    screenshot: 'only-on-failure',
    actionTimeout: 60_000,
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: `${process.execPath} scripts/start.mjs`,
    cwd: resolve(import.meta.dirname, '..'),
    url: `http://127.0.0.1:${port}/api/health`,
    env: { OAKEN_PORT: String(port), OAKEN_DATA: folder },
    timeout: 600_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 15_000 },
  },
});
