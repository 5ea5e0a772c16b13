/** From a fresh clone to the demonstration school: installs, builds, starts the database and the server. */
import { join, resolve } from 'node:path';
import { root } from './lib/run.mjs';
import { runMain } from './lib/say.mjs';
import { serve } from './lib/serve.mjs';

runMain(() =>
  serve({
    kind: 'demonstration',
    folder: resolve(process.env.OAKEN_DATA ?? join(root, '.data')),
    welcome: ({ port }) => `
  Oaken Ledger is open: http://127.0.0.1:${port}
  This is the demonstration: its passwords are known to everybody. A real school begins with: npm run school

  Teacher        holloway  (also lindqvist, nwosu, castellano)
  Administrator  office
  Password       oak-and-ink

  Students       http://127.0.0.1:${port}/seat  with class code BRN6B2 or BRN6D4;
                 passcodes: docs/demonstration.md

  Ctrl+C stops it.
`,
  }),
);
