/** Writes docs/schema.md from the models, or with --check says whether it is what they say. */
import { readFileSync, writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import { connect } from '../server/src/database/connect';
import { schemaDocument } from '../server/src/models/diagram';

const path = 'docs/schema.md';
// Nothing is asked of it: the models alone are read.
const database = connect({ socket: '', name: '' });
const config = await resolveConfig(path);
const document = await format(schemaDocument(database.models), { ...config, filepath: path });
if (!process.argv.includes('--check')) writeFileSync(path, document);
else if (readFileSync(path, 'utf8') !== document) {
  console.error(`${path} is not what the models say. Write it anew: npm run schema`);
  process.exitCode = 1;
}
