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
} from '../kind/kind';
import { checkDistinct, checkPairs, joinsMoreThan, pairs, parted } from '../kind/pairs';
import { choicesOf, misconceptionsOf, padded, ruleGist, setRuleOf } from './gists';
import { allPairs, inOrder, mostJoined, pairsInWords } from './joining';
import { setRuleInWords } from './rule-words';
import { sentence } from './sentences';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('grid'),
    rows: z
      .array(choice)
      .min(1, sentence('gridNeedsAtLeastOne'))
      .max(20, sentence('moreThan20Rows')),
    columns: z
      .array(choice.omit({ misconception: true }))
      .min(2, sentence('gridNeedsAtLeastTwo'))
      .max(10, sentence('moreThan10Columns')),
    key: pairs.min(1, sentence('noPlaceInGridIs')),
    /** More than one column may be marked in a row. */
    many: z.boolean().default(false),
    rule: setRule,
  })
  .superRefine((part, context) => {
    checkDistinct(part.rows, ['rows'], 'rows', context);
    checkDistinct(part.columns, ['columns'], 'columns', context);
    checkPairs(part.key, part.rows, part.columns, ['key'], context);
    if (!part.many) {
      part.rows.forEach(({ id }, index) => {
        const marks = part.key.filter((text) => parted(text)[0] === id).length;
        if (marks !== 1)
          context.addIssue({
            code: 'custom',
            path: ['rows', index],
            message:
              marks === 0
                ? sentence('rowHasNoRightColumn', { index: index + 1 })
                : sentence('rowHasRightColumnsBut', { index: index + 1, marks }),
          });
      });
    }
    checkReachable(
      part.rule,
      allPairs(part.rows, part.columns),
      part.many ? undefined : part.rows.length,
      context,
    );
  });

export type Grid = z.infer<typeof schema>;

export interface SittingGrid extends PartBase {
  kind: 'grid';
  rows: ShownChoice[];
  columns: ShownChoice[];
  many: boolean;
}

/** Response: "row column" for each mark. */
export const grid: Kind<Grid, string[], SittingGrid> = {
  kind: 'grid',
  title: sentence('grid'),
  asks: sentence('markInEachRowYes'),
  qti: 'qti-match-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing', 'each-right', 'wrong-takes-away'],
  part: schema,
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
  arrange: (part, order) => ({ ...part, rows: order(part.rows) }),
  folded: (_, response) => inOrder(response),
  inWords: ({ rows, columns }, response) => pairsInWords(rows, columns, response),
  rightAnswers: ({ key }) => [key],
  keyInWords: ({ rows, columns, key, rule }) =>
    setRuleInWords(rule, pairsInWords(rows, columns, key), 'mark'),
  texts: ({ rows, columns }) => [...textsOf(rows, 'rows'), ...textsOf(columns, 'columns')],
  toGist: ({ prompt, needs, rows, columns, key, rule }) => ({
    prompt,
    needs,
    choices: shown(rows),
    misconceptions: misconceptionsOf(rows),
    partners: shown(columns),
    joins: key,
    ...ruleGist(rule),
  }),
  fromGist: (gist, id) => {
    const { choices, right } = choicesOf(gist);
    const rows = padded(choices, 3);
    const columns = gist.partners ?? [
      { id: 'yes', text: sentence('yes') },
      { id: 'no', text: sentence('no') },
    ];
    // Choices with a key read as statements that hold or do not.
    const key =
      gist.joins ??
      (gist.partners || right.length === 0
        ? []
        : rows.map(({ id: text }) => `${text} ${right.includes(text) ? 'yes' : 'no'}`));
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
