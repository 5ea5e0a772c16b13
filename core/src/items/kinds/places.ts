import { z } from 'zod';
import { mostPoints, pointsForSet, setRule } from '../../scoring';
import { listing } from '../../text';
import {
  checkKey,
  checkReachable,
  partBase,
  partId,
  type AnswerOption,
  type Kind,
  type PartBase,
} from '../kind/kind';
import { picture, type Picture } from '../kind/picture';
import { ruleGist, setRuleOf } from './gists';
import { setRuleInWords } from './rule-words';
import { sentence } from './sentences';

/** In picture points, from the upper left corner; the shapes of QTI (HTML image maps). */
const shape = z.discriminatedUnion('shape', [
  z.strictObject({
    shape: z.literal('rect'),
    x: z.number(),
    y: z.number(),
    width: z.number().positive(),
    height: z.number().positive(),
  }),
  z.strictObject({
    shape: z.literal('circle'),
    x: z.number(),
    y: z.number(),
    radius: z.number().positive(),
  }),
  z.strictObject({ shape: z.literal('poly'), points: z.array(z.number()).min(6).max(80) }),
]);
export type PlaceShape = z.infer<typeof shape>;

const place = z.strictObject({
  id: partId,
  /** What it is called for those who do not see it; it must not give the answer away. */
  label: z.string().trim().min(1, sentence('placeNeedsNameThatCan')).max(120),
  area: shape,
});

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('places'),
    picture,
    places: z
      .array(place)
      .min(2, sentence('markAtLeastTwoPlaces'))
      .max(30, sentence('moreThan30Places')),
    key: z.array(partId).min(1, sentence('noPlaceIsMarkedAs')),
    mostChosen: z.int().min(1).max(30).optional(),
    rule: setRule,
  })
  .superRefine((part, context) => {
    const issue = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    const ids = part.places.map(({ id }) => id);
    if (new Set(ids).size < ids.length) issue(['places'], sentence('twoPlacesHaveSameId'));
    part.places.forEach(({ label }, index) => {
      const earlier = part.places.findIndex(
        (other) => other.label.toLowerCase() === label.toLowerCase(),
      );
      if (earlier < index)
        issue(
          ['places', index, 'label'],
          sentence('placesAndAreBothCalled', { earlier: earlier + 1, index: index + 1, label }),
        );
    });
    checkKey(part.places, part.key, context);
    if (part.mostChosen !== undefined && part.mostChosen < part.key.length)
      issue(
        ['mostChosen'],
        sentence('atMostMayBeChosen', { mostChosen: part.mostChosen, key: part.key.length }),
      );
    checkReachable(part.rule, ids, part.mostChosen, context);
  });

export type Places = z.infer<typeof schema>;

export interface SittingPlaces extends PartBase {
  kind: 'places';
  picture: Picture;
  places: { id: string; label: string; area: PlaceShape }[];
  mostChosen?: number | undefined;
}

const optionsOf = ({ places, key }: Pick<Places, 'places' | 'key'>): AnswerOption[] =>
  places.map(({ id, label }) => ({ id, label, right: key.includes(id) }));

/** Response: the ids of the chosen places. */
export const places: Kind<Places, string[], SittingPlaces> = {
  kind: 'places',
  title: sentence('placesOnPicture'),
  asks: sentence('whereOnMapDrawingOr'),
  qti: 'qti-hotspot-interaction',
  markedBy: 'machine',
  rules: ['wrong-takes-away', 'all-or-nothing', 'each-right', 'table'],
  part: schema,
  response: z.array(partId).max(30),
  points: (part) =>
    mostPoints(
      part.rule,
      part.places.map(({ id }) => id),
      part.mostChosen,
    ),
  score({ key, rule, mostChosen }, chosen) {
    if (chosen.length === 0 || (mostChosen !== undefined && new Set(chosen).size > mostChosen))
      return 0;
    return pointsForSet(rule, key, chosen);
  },
  isEmpty: (response) => response.length === 0,
  forSitting: ({ id, kind, prompt, picture: shownOn, places: list, mostChosen }) => ({
    id,
    kind,
    prompt,
    picture: shownOn,
    places: list,
    mostChosen,
  }),
  options: optionsOf,
  chosen: (response) => response,
  inWords: ({ places: list }, response, words) =>
    listing(
      response.map((id) => list.find((candidate) => candidate.id === id)?.label ?? id),
      words?.language,
    ),
  rightAnswers: ({ key }) => [key],
  keyInWords: (part) =>
    setRuleInWords(
      part.rule,
      listing(part.key.map((id) => `“${places.inWords(part, [id])}”`)),
      'place',
    ),
  texts: ({ picture: { alternative } }) => [{ at: '/picture/alternative', html: alternative }],
  toGist: (part) => ({
    prompt: part.prompt,
    needs: part.needs,
    picture: part.picture,
    places: part.places.map(({ id, area }) => ({ id, area })),
    choices: part.places.map(({ id, label }) => ({ id, text: label })),
    right: part.key,
    ...ruleGist(part.rule),
  }),
  fromGist: (gist, id) => {
    const areas = (gist.places ?? []) as { id: string; area: PlaceShape }[];
    const kept = areas.map(({ id: text, area }) => ({
      id: text,
      area,
      label: gist.choices?.find((choice) => choice.id === text)?.text ?? '',
    }));
    return {
      id,
      kind: 'places',
      prompt: gist.prompt,
      needs: gist.needs,
      picture: gist.picture ?? { file: '', alternative: '', width: 1, height: 1 },
      places: kept,
      key: kept.length > 0 ? (gist.right ?? []) : [],
      rule: setRuleOf(gist, true, 'wrong-takes-away'),
    };
  },
};
