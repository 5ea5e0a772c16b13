import type { Migration } from './migration';

/** The name of a value inside a JSON document of a column. */
const renamed = (table: string, column: string, before: string, after: string) =>
  `UPDATE ${table} SET ${column} = JSON_REMOVE(
     JSON_SET(${column}, '$.${after}', JSON_EXTRACT(${column}, '$.${before}')), '$.${before}')
   WHERE JSON_CONTAINS_PATH(${column}, 'one', '$.${before}')`;

/** What a saved search calls a filter. */
const filter = (before: string, after: string) =>
  `UPDATE saved_searches SET address = REPLACE(address, '${before}=', '${after}=')`;

/** What is kept in documents and addresses takes the words of the trade, as tables and columns did. */
export const words: Migration = {
  name: '027-words',
  async up(run) {
    await run(renamed('attempts', 'conditions', 'supports', 'accommodations'));
    await run(filter('separation', 'itemRestCorrelation'));
  },
  async down(run) {
    await run(filter('itemRestCorrelation', 'separation'));
    await run(renamed('attempts', 'conditions', 'accommodations', 'supports'));
  },
};
