import { z } from 'zod';
import { mostPoints, pointsForSet, setRule } from '../../scoring';
import { listing, marked, richText } from '../../text';
import {
  checkReachable,
  partBase,
  partId,
  type AnswerOption,
  type Kind,
  type PartBase,
} from '../kind';
import { ruleGist, setRuleOf } from './gists';
import { setRuleInWords } from './rule-words';

const part = z
  .strictObject({
    ...partBase,
    kind: z.literal('words-in-text'),
    /** The text; words that can be chosen stand as `<span data-words="their id">…</span>`. */
    text: richText,
    key: z.array(partId).min(1, 'No words are marked as the key.'),
    mostChosen: z.int().min(1).max(30).optional(),
    rule: setRule,
  })
  .superRefine((own, context) => {
    const issue = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    const spots = marked(own.text, 'data-words');
    const ids = spots.map(({ id }) => id);
    if (ids.length < 2) issue(['text'], 'Mark at least two places in the text that can be chosen.');
    if (ids.length > 30) issue(['text'], 'More than 30 places can be chosen.');
    if (new Set(ids).size < ids.length) issue(['text'], 'Two places in the text have the same id.');
    spots.forEach(
      ({ text }, at) =>
        text === '' && issue(['text'], `Place ${at + 1} in the text holds no words.`),
    );
    own.key.forEach(
      (id, at) =>
        !ids.includes(id) && issue(['key', at], `The key “${id}” is not in the text any more.`),
    );
    if (own.mostChosen !== undefined && own.mostChosen < own.key.length)
      issue(
        ['mostChosen'],
        `At most ${own.mostChosen} may be chosen, but ${own.key.length} are right.`,
      );
    checkReachable(own.rule, ids, own.mostChosen, context);
  });

export type WordsInText = z.infer<typeof part>;

export interface SittingWordsInText extends PartBase {
  kind: 'words-in-text';
  text: string;
  mostChosen?: number | undefined;
}

const optionsOf = ({ text, key }: Pick<WordsInText, 'text' | 'key'>): AnswerOption[] =>
  marked(text, 'data-words').map((own) => ({
    id: own.id,
    label: own.text,
    right: key.includes(own.id),
  }));

/** Response: the ids of the chosen words. */
export const wordsInText: Kind<WordsInText, string[], SittingWordsInText> = {
  kind: 'words-in-text',
  title: 'Words in a text',
  asks: 'The words or sentences of a text that fit',
  qti: 'qti-hottext-interaction',
  markedBy: 'machine',
  part,
  response: z.array(partId).max(30),
  points: (own) =>
    mostPoints(
      own.rule,
      optionsOf(own).map(({ id }) => id),
      own.mostChosen,
    ),
  score({ key, rule, mostChosen }, chosen) {
    if (chosen.length === 0 || (mostChosen !== undefined && new Set(chosen).size > mostChosen))
      return 0;
    return pointsForSet(rule, key, chosen);
  },
  isEmpty: (response) => response.length === 0,
  forSitting: ({ id, kind, prompt, text, mostChosen }) => ({ id, kind, prompt, text, mostChosen }),
  options: optionsOf,
  chosen: (response) => response,
  inWords: (own, response) => {
    const labels = new Map(optionsOf(own).map(({ id, label }) => [id, label]));
    return listing(response.map((id) => labels.get(id) ?? id));
  },
  keyInWords: (own) =>
    setRuleInWords(
      own.rule,
      listing(own.key.map((id) => `“${wordsInText.inWords(own, [id])}”`)),
      'place',
    ),
  texts: ({ text }) => [{ at: '/text', html: text }],
  toGist: ({ prompt, needs, text, key, rule }) => ({
    prompt,
    needs,
    text,
    choices: marked(text, 'data-words'),
    right: key,
    ...ruleGist(rule),
  }),
  fromGist: (gist, id) => {
    const { choices = [], text = '' } = gist;
    const has = marked(text, 'data-words').length > 0;
    const spans = choices.map(
      (own) => `<span data-words="${own.id}">${own.text.replace(/<\/?p>/g, '')}</span>`,
    );
    return {
      id,
      kind: 'words-in-text',
      prompt: gist.prompt,
      needs: gist.needs,
      text: has ? text : `<p>${spans.join(' ')}</p>`,
      key: gist.right ?? [],
      rule: setRuleOf(gist, true, 'wrong-takes-away'),
    };
  },
};
