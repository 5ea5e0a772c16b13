import { spawn, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { delimiter, dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Stop, say } from './say.mjs';

export const root = resolve(dirname(fileURLToPath(import.meta.url)), '../..');

export function which(command) {
  const places = [...(process.env.PATH ?? '').split(delimiter), '/usr/sbin', '/usr/bin'];
  return places.map((place) => join(place, command)).find((path) => existsSync(path)) ?? null;
}

/**
 * Runs a command to its end; its output goes through unless `quiet`. Resolves with its code and what it printed. An
 * aborted `signal` ends it.
 */
export function run(
  command,
  args,
  { quiet = false, env = {}, cwd = root, tee = null, signal } = {},
) {
  return new Promise((done) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
      signal,
    });
    let output = '';
    const take = (stream) => (chunk) => {
      output += chunk;
      if (tee) tee(String(chunk));
      if (!quiet) stream.write(chunk);
    };
    child.stdout.on('data', take(process.stdout));
    child.stderr.on('data', take(process.stderr));
    child.on('error', (error) => done({ code: 127, output: error.message }));
    child.on('close', (code) => done({ code: code ?? 1, output }));
  });
}

/** Installs Debian packages that bring `commands`, when one of them is missing. */
export function installDebian(commands, packages) {
  const missing = commands.filter((command) => !which(command));
  if (missing.length === 0) return;
  const line = `apt-get install --no-install-recommends ${packages.join(' ')}`;
  if (process.getuid?.() !== 0 || !which('apt-get'))
    throw new Stop(
      `${missing.join(' and ')} is not installed. As an administrator of this machine, run: ${line}`,
      6,
    );
  say(`Installing ${packages.join(', ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (args) => spawnSync('apt-get', args, { env, encoding: 'utf8' });
  apt(['update']);
  const result = apt(['install', '-y', '--no-install-recommends', ...packages]);
  if (result.status !== 0)
    throw new Stop(
      `${packages.join(', ')} could not be installed. Try yourself: ${line}\n${(result.stderr ?? '').trim().split('\n').at(-1)}`,
      6,
    );
}

/** Waits for `promise`, at most `ms` milliseconds. @returns whether it was settled by then */
export function settledWithin(promise, ms) {
  return new Promise((done) => {
    const timer = setTimeout(() => done(false), ms);
    void promise.then(() => {
      clearTimeout(timer);
      done(true);
    });
  });
}
