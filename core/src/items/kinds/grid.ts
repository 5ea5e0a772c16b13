import { z } from 'zod';
import { pointsForSet, setRule } from '../../scoring';
import {
  checkReachable,
  choice,
  partBase,
  shown,
  textsOf,
  type Kind,
  type PartBase,
  type ShownChoice,
} from '../kind';
import { checkDistinct, checkPairs, joinsMoreThan, pairs, parted } from '../pairs';
import { choicesOf, mistakesOf, padded, ruleGist, setRuleOf } from './gists';
import { allPairs, inOrder, mostJoined, pairsInWords } from './joining';
import { setRuleInWords } from './rule-words';

const part = z
  .strictObject({
    ...partBase,
    kind: z.literal('grid'),
    rows: z.array(choice).min(1, 'A grid needs at least one row.').max(20, 'More than 20 rows.'),
    columns: z
      .array(choice.omit({ mistake: true }))
      .min(2, 'A grid needs at least two columns.')
      .max(10, 'More than 10 columns.'),
    key: pairs.min(1, 'No place in the grid is marked as right.'),
    /** More than one column may be marked in a row. */
    many: z.boolean().default(false),
    rule: setRule,
  })
  .superRefine((own, context) => {
    checkDistinct(own.rows, ['rows'], 'rows', context);
    checkDistinct(own.columns, ['columns'], 'columns', context);
    checkPairs(own.key, own.rows, own.columns, ['key'], context);
    if (!own.many) {
      own.rows.forEach(({ id }, at) => {
        const marks = own.key.filter((one) => parted(one)[0] === id).length;
        if (marks !== 1)
          context.addIssue({
            code: 'custom',
            path: ['rows', at],
            message:
              marks === 0
                ? `Row ${at + 1} has no right column.`
                : `Row ${at + 1} has ${marks} right columns, but one may be marked.`,
          });
      });
    }
    checkReachable(
      own.rule,
      allPairs(own.rows, own.columns),
      own.many ? undefined : own.rows.length,
      context,
    );
  });

export type Grid = z.infer<typeof part>;

export interface SittingGrid extends PartBase {
  kind: 'grid';
  rows: ShownChoice[];
  columns: ShownChoice[];
  many: boolean;
}

/** Response: "row column" for each mark. */
export const grid: Kind<Grid, string[], SittingGrid> = {
  kind: 'grid',
  title: 'Grid',
  asks: 'A mark in each row: yes or no, true or false, which of these',
  qti: 'qti-match-interaction',
  markedBy: 'machine',
  part,
  response: pairs,
  points: ({ rule, rows, columns, many }) =>
    mostJoined(rule, rows, columns, many ? columns.length : 1),
  score({ key, rule, many }, response) {
    if (response.length === 0 || (!many && joinsMoreThan(1, response))) return 0;
    return pointsForSet(rule, key, response);
  },
  isEmpty: (response) => response.length === 0,
  forSitting: ({ id, kind, prompt, rows, columns, many }) => ({
    id,
    kind,
    prompt,
    rows: shown(rows),
    columns: shown(columns),
    many,
  }),
  arrange: (own, order) => ({ ...own, rows: order(own.rows) }),
  folded: (_, response) => inOrder(response),
  inWords: ({ rows, columns }, response) => pairsInWords(rows, columns, response),
  keyInWords: ({ rows, columns, key, rule }) =>
    setRuleInWords(rule, pairsInWords(rows, columns, key), 'mark'),
  texts: ({ rows, columns }) => [...textsOf(rows, 'rows'), ...textsOf(columns, 'columns')],
  toGist: ({ prompt, needs, rows, columns, key, rule }) => ({
    prompt,
    needs,
    choices: shown(rows),
    mistakes: mistakesOf(rows),
    partners: shown(columns),
    joins: key,
    ...ruleGist(rule),
  }),
  fromGist: (gist, id) => {
    const { choices, right } = choicesOf(gist);
    const rows = padded(choices, 3);
    const columns = gist.partners ?? [
      { id: 'yes', text: 'Yes' },
      { id: 'no', text: 'No' },
    ];
    // Choices with a key read as statements that hold or do not.
    const key =
      gist.joins ??
      (gist.partners || right.length === 0
        ? []
        : rows.map(({ id: own }) => `${own} ${right.includes(own) ? 'yes' : 'no'}`));
    const many = joinsMoreThan(1, key);
    return {
      id,
      kind: 'grid',
      prompt: gist.prompt,
      needs: gist.needs,
      rows,
      columns,
      key,
      many,
      rule: setRuleOf(gist, true),
    };
  },
};
