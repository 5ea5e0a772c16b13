/** A school of one's own: empty at first, begun with the link that is printed here. */
import { join, resolve } from 'node:path';
import { root } from './lib/run.mjs';
import { runMain } from './lib/say.mjs';
import { serve } from './lib/serve.mjs';

const begin = (link) => `
  This school has not begun. Open this link to name it and to make yourself its administrator;
  it works once, within 7 days, and starting again prints another:

  ${link}
`;

runMain(() =>
  serve({
    kind: 'school',
    folder: resolve(process.env.OAKEN_DATA ?? join(root, '.school')),
    welcome: ({ address, setupLink }) => `
  Oaken Ledger is open: ${address}
${setupLink ? begin(setupLink) : ''}
  Ctrl+C stops it.
`,
  }),
);
