import { elementAt } from '../../certain';
import { z } from 'zod';
import { pointsForSet, setRule } from '../../scoring';
import { richText } from '../../rich-text';
import { alternatives, listing, marked, plainText } from '../../text';
import {
  fewerChoices,
  labelOf,
  partBase,
  partId,
  shown,
  type Kind,
  type PartBase,
  type ShownChoice,
} from '../kind/kind';
import { checkDistinct, joined, joinsMoreThan, pairs, parted } from '../kind/pairs';
import { choicesOf, padded, ruleGist, setRuleOf } from './gists';
import { setRuleInWords } from './rule-words';
import { sentence } from './sentences';

const gapChoice = z.strictObject({
  id: partId,
  text: z.string().trim().min(1, sentence('choiceCannotBeEmpty')).max(200),
});

const gap = z.strictObject({
  id: partId,
  choices: z
    .array(gapChoice)
    .min(2, sentence('gapNeedsAtLeastTwo'))
    .max(20, sentence('moreThan20Choices')),
  /** Any one of these is right. */
  key: z.array(partId).min(1, sentence('noChoiceIsMarkedAs')),
});

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('inline-choice'),
    /** The text; a gap stands as `<span data-gap="its id"></span>`. */
    text: richText,
    gaps: z.array(gap).min(1, sentence('textHasNoGapYet')).max(30, sentence('moreThan30Gaps')),
    rule: setRule,
  })
  .superRefine((part, context) => {
    const issue = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    const inText = marked(part.text, 'data-gap').map(({ id }) => id);
    part.gaps.forEach(({ id, choices, key }, index) => {
      checkDistinct(choices, ['gaps', index, 'choices'], 'choices', context);
      if (!inText.includes(id))
        issue(['gaps', index], sentence('gapDoesNotStandIn', { index: index + 1 }));
      key.forEach((text, n) => {
        if (!choices.some((choice) => choice.id === text))
          issue(['gaps', index, 'key', n], sentence('keyIsNotAmongChoices', { text }));
      });
    });
    for (const id of inText) {
      if (!part.gaps.some((candidate) => candidate.id === id))
        issue(['text'], sentence('gapInTextHasNo'));
      if (inText.indexOf(id) !== inText.lastIndexOf(id))
        issue(['text'], sentence('gapStandsTwiceInText'));
    }
    if (part.rule.rule === 'table') issue(['rule'], sentence('pointsForSingleChoicesAre'));
  });

export type InlineChoice = z.infer<typeof schema>;

export interface SittingInlineChoice extends PartBase {
  kind: 'inline-choice';
  text: string;
  gaps: { id: string; choices: ShownChoice[] }[];
}

const gapOf = (part: Pick<InlineChoice, 'gaps'>, id: string) =>
  part.gaps.find((candidate) => candidate.id === id);
const right = ({ gaps }: InlineChoice) =>
  listing(
    gaps.map(({ choices, key }) => `“${alternatives(key.map((id) => labelOf(choices, id)))}”`),
  );

/** Response: "gap choice" for each gap that was filled. */
export const inlineChoice: Kind<InlineChoice, string[], SittingInlineChoice> = {
  kind: 'inline-choice',
  title: sentence('choicesInText'),
  asks: sentence('wordForEachGapOut'),
  qti: 'qti-inline-choice-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing', 'each-right', 'wrong-takes-away'],
  part: schema,
  response: pairs,
  points: ({ rule }) => ('points' in rule ? rule.points : 0),
  score(part, response) {
    if (joinsMoreThan(1, response)) return 0;
    // A gap has one right filling, whichever of its right choices it is.
    const filled = response.map((text) => {
      const [id, choice] = parted(text);
      return gapOf(part, id)?.key.includes(choice) ? id : `wrong ${id}`;
    });
    return pointsForSet(
      part.rule,
      part.gaps.map(({ id }) => id),
      filled,
    );
  },
  isEmpty: (response) => response.length === 0,
  forSitting: ({ id, kind, prompt, text, gaps }) => ({
    id,
    kind,
    prompt,
    text,
    gaps: gaps.map(({ id, choices }) => ({ id, choices: shown(choices) })),
  }),
  fewer: (part, limit, order) => ({
    ...part,
    gaps: part.gaps.map((candidate) => ({
      ...candidate,
      choices: fewerChoices(candidate.choices, candidate.key, limit, order),
    })),
  }),
  arrange: (part, order) => ({
    ...part,
    gaps: part.gaps.map((candidate) => ({ ...candidate, choices: order(candidate.choices) })),
  }),
  folded: (part, response) => inlineChoice.inWords(part, response),
  inWords: (part, response) =>
    part.gaps
      .map(({ id, choices }) => {
        const filled = response.map(parted).find(([text]) => text === id);
        return filled ? labelOf(choices, filled[1]) : '–';
      })
      .join('; '),
  // As many as the gap with the most right choices has; the others repeat their last one.
  rightAnswers: ({ gaps }) =>
    Array.from({ length: Math.max(...gaps.map(({ key }) => key.length)) }, (_, index) =>
      gaps.map(({ id, key }) => joined(id, key[index] ?? elementAt(key, key.length - 1))),
    ),
  keyInWords: (part) => setRuleInWords(part.rule, right(part), 'gap'),
  texts: ({ text }) => [{ at: '/text', html: text }],
  toGist: ({ prompt, needs, text, gaps, rule }) => ({
    prompt,
    needs,
    ...(gaps.length === 1
      ? {
          choices: elementAt(gaps, 0).choices,
          right: elementAt(gaps, 0).key,
          text: plainText(text) ? text : '',
        }
      : { text, gaps }),
    ...ruleGist(rule),
  }),
  fromGist: (gist, id) => {
    const { choices, right: key } = choicesOf(gist);
    const plain = padded(
      choices.map((choice) => ({ id: choice.id, text: plainText(choice.text) })),
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
