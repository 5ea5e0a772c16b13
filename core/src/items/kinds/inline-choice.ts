import { z } from 'zod';
import { pointsForSet, setRule } from '../../scoring';
import { listing, marked, plainText, richText } from '../../text';
import {
  fewerChoices,
  labelOf,
  partBase,
  partId,
  shown,
  type Kind,
  type PartBase,
  type ShownChoice,
} from '../kind';
import { checkDistinct, joinsMoreThan, pairs, parted } from '../pairs';
import { choicesOf, padded, ruleGist, setRuleOf } from './gists';
import { setRuleInWords } from './rule-words';

const gapChoice = z.strictObject({
  id: partId,
  text: z.string().trim().min(1, 'A choice cannot be empty.').max(200),
});

const gap = z.strictObject({
  id: partId,
  choices: z
    .array(gapChoice)
    .min(2, 'A gap needs at least two choices.')
    .max(20, 'More than 20 choices.'),
  /** Any one of these is right. */
  key: z.array(partId).min(1, 'No choice is marked as the key.'),
});

const part = z
  .strictObject({
    ...partBase,
    kind: z.literal('inline-choice'),
    /** The text; a gap stands as `<span data-gap="its id"></span>`. */
    text: richText,
    gaps: z.array(gap).min(1, 'The text has no gap yet.').max(30, 'More than 30 gaps.'),
    rule: setRule,
  })
  .superRefine((own, context) => {
    const issue = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    const inText = marked(own.text, 'data-gap').map(({ id }) => id);
    own.gaps.forEach(({ id, choices, key }, at) => {
      checkDistinct(choices, ['gaps', at, 'choices'], 'choices', context);
      if (!inText.includes(id)) issue(['gaps', at], `Gap ${at + 1} does not stand in the text.`);
      key.forEach((one, n) => {
        if (!choices.some((choice) => choice.id === one))
          issue(['gaps', at, 'key', n], `The key “${one}” is not among the choices.`);
      });
    });
    for (const id of inText) {
      if (!own.gaps.some((one) => one.id === id))
        issue(['text'], 'A gap in the text has no choices.');
      if (inText.indexOf(id) !== inText.lastIndexOf(id))
        issue(['text'], 'A gap stands twice in the text.');
    }
    if (own.rule.rule === 'table')
      issue(['rule'], 'Points for single choices are not possible here.');
  });

export type InlineChoice = z.infer<typeof part>;

export interface SittingInlineChoice extends PartBase {
  kind: 'inline-choice';
  text: string;
  gaps: { id: string; choices: ShownChoice[] }[];
}

const gapOf = (own: Pick<InlineChoice, 'gaps'>, id: string) =>
  own.gaps.find((one) => one.id === id);
const right = ({ gaps }: InlineChoice) =>
  listing(
    gaps.map(
      ({ choices, key }) =>
        `“${listing(
          key.map((id) => labelOf(choices, id)),
          'or',
        )}”`,
    ),
  );

/** Response: "gap choice" for each gap that was filled. */
export const inlineChoice: Kind<InlineChoice, string[], SittingInlineChoice> = {
  kind: 'inline-choice',
  title: 'Choices in a text',
  asks: 'A word for each gap, out of a few',
  qti: 'qti-inline-choice-interaction',
  markedBy: 'machine',
  part,
  response: pairs,
  points: ({ rule }) => ('points' in rule ? rule.points : 0),
  score(own, response) {
    if (joinsMoreThan(1, response)) return 0;
    // A gap has one right filling, whichever of its right choices it is.
    const filled = response.map((one) => {
      const [id, choice] = parted(one);
      return gapOf(own, id)?.key.includes(choice) ? id : `wrong ${id}`;
    });
    return pointsForSet(
      own.rule,
      own.gaps.map(({ id }) => id),
      filled,
    );
  },
  isEmpty: (response) => response.length === 0,
  forSitting: ({ id, kind, prompt, text, gaps }) => ({
    id,
    kind,
    prompt,
    text,
    gaps: gaps.map((own) => ({ id: own.id, choices: shown(own.choices) })),
  }),
  fewer: (own, most, order) => ({
    ...own,
    gaps: own.gaps.map((one) => ({
      ...one,
      choices: fewerChoices(one.choices, one.key, most, order),
    })),
  }),
  arrange: (own, order) => ({
    ...own,
    gaps: own.gaps.map((one) => ({ ...one, choices: order(one.choices) })),
  }),
  folded: (own, response) => inlineChoice.inWords(own, response),
  inWords: (own, response) =>
    own.gaps
      .map(({ id, choices }) => {
        const filled = response.map(parted).find(([one]) => one === id);
        return filled ? labelOf(choices, filled[1]) : '–';
      })
      .join('; '),
  keyInWords: (own) => setRuleInWords(own.rule, right(own), 'gap'),
  texts: ({ text }) => [{ at: '/text', html: text }],
  toGist: ({ prompt, needs, text, gaps, rule }) => ({
    prompt,
    needs,
    ...(gaps.length === 1
      ? { choices: gaps[0]!.choices, right: gaps[0]!.key, text: plainText(text) ? text : '' }
      : { text, gaps }),
    ...ruleGist(rule),
  }),
  fromGist: (gist, id) => {
    const { choices, right: key } = choicesOf(gist);
    const plain = padded(
      choices.map((own) => ({ id: own.id, text: plainText(own.text) })),
      2,
    );
    const gaps = (gist.gaps as InlineChoice['gaps'] | undefined) ?? [
      { id: 'g1', choices: plain, key },
    ];
    const text =
      gist.text && marked(gist.text, 'data-gap').length > 0
        ? gist.text
        : '<p><span data-gap="g1"></span></p>';
    return {
      id,
      kind: 'inline-choice',
      prompt: gist.prompt,
      needs: gist.needs,
      text,
      gaps,
      rule: setRuleOf(gist, false),
    };
  },
};
