/** Importing items: first every row is checked, then the good ones are made, all in one transaction. */
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { problem } from '../problems/problem';
import { find, readImport } from './import-files';
import { inBackground } from './import-progress';
import { write } from './import-writing';

export async function applyImport(
  context: Context,
  me: SignedIn,
  id: string,
  take: 'good' | 'all',
) {
  const { database } = context;
  const { state } = await find(database, me, id);
  const importRow = await readImport(context, me, id);
  if (state !== 'checked') throw problem('import-not-waiting');
  if (take === 'all' && importRow.bad > 0)
    throw problem('import-has-bad-rows', { rows: importRow.bad });
  if (importRow.good === 0) throw problem('import-has-no-rows');
  await database.models.ItemImport.update(
    { state: 'writing', doneRows: 0 },
    { where: { id, state: 'checked' } },
  );
  void inBackground(context, id, () => write(context, me, id));
}
