import { z } from 'zod';
import { mostPoints, pointsForSet, setRule } from '../../scoring';
import { richText } from '../../rich-text';
import { listing, marked } from '../../text';
import {
  checkReachable,
  partBase,
  partId,
  type AnswerOption,
  type Kind,
  type PartBase,
} from '../kind/kind';
import { ruleGist, setRuleOf } from './gists';
import { setRuleInWords } from './rule-words';
import { sentence } from './sentences';

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('words-in-text'),
    /** The text; words that can be chosen stand as `<span data-words="their id">…</span>`. */
    text: richText,
    key: z.array(partId).min(1, sentence('noWordsAreMarkedAs')),
    mostChosen: z.int().min(1).max(30).optional(),
    rule: setRule,
  })
  .superRefine((part, context) => {
    const issue = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    const spots = marked(part.text, 'data-words');
    const ids = spots.map(({ id }) => id);
    if (ids.length < 2) issue(['text'], sentence('markAtLeastTwoPlacesIn'));
    if (ids.length > 30) issue(['text'], sentence('moreThan30PlacesCan'));
    if (new Set(ids).size < ids.length) issue(['text'], sentence('twoPlacesInTextHave'));
    spots.forEach(
      ({ text }, index) =>
        text === '' && issue(['text'], sentence('placeInTextHoldsNo', { index: index + 1 })),
    );
    part.key.forEach(
      (id, index) => !ids.includes(id) && issue(['key', index], sentence('keyIsNotInText', { id })),
    );
    if (part.mostChosen !== undefined && part.mostChosen < part.key.length)
      issue(
        ['mostChosen'],
        sentence('atMostMayBeChosen', { mostChosen: part.mostChosen, key: part.key.length }),
      );
    checkReachable(part.rule, ids, part.mostChosen, context);
  });

export type WordsInText = z.infer<typeof schema>;

export interface SittingWordsInText extends PartBase {
  kind: 'words-in-text';
  text: string;
  mostChosen?: number | undefined;
}

const optionsOf = ({ text, key }: Pick<WordsInText, 'text' | 'key'>): AnswerOption[] =>
  marked(text, 'data-words').map((span) => ({
    id: span.id,
    label: span.text,
    right: key.includes(span.id),
  }));

/** Response: the ids of the chosen words. */
export const wordsInText: Kind<WordsInText, string[], SittingWordsInText> = {
  kind: 'words-in-text',
  title: sentence('wordsInText'),
  asks: sentence('wordsOrSentencesTextThat'),
  qti: 'qti-hottext-interaction',
  markedBy: 'machine',
  rules: ['wrong-takes-away', 'all-or-nothing', 'each-right', 'table'],
  part: schema,
  response: z.array(partId).max(30),
  points: (part) =>
    mostPoints(
      part.rule,
      optionsOf(part).map(({ id }) => id),
      part.mostChosen,
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
  inWords: (part, response, words) => {
    const labels = new Map(optionsOf(part).map(({ id, label }) => [id, label]));
    return listing(
      response.map((id) => labels.get(id) ?? id),
      words?.language,
    );
  },
  rightAnswers: ({ key }) => [key],
  keyInWords: (part) =>
    setRuleInWords(
      part.rule,
      listing(part.key.map((id) => `“${wordsInText.inWords(part, [id])}”`)),
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
      (choice) => `<span data-words="${choice.id}">${choice.text.replace(/<\/?p>/g, '')}</span>`,
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
