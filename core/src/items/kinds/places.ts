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
} from '../kind';
import { picture, type Picture } from '../picture';
import { ruleGist, setRuleOf } from './gists';
import { setRuleInWords } from './rule-words';

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
  label: z.string().trim().min(1, 'A place needs a name that can be read aloud.').max(120),
  area: shape,
});

const part = z
  .strictObject({
    ...partBase,
    kind: z.literal('places'),
    picture,
    places: z
      .array(place)
      .min(2, 'Mark at least two places on the picture.')
      .max(30, 'More than 30 places.'),
    key: z.array(partId).min(1, 'No place is marked as the key.'),
    mostChosen: z.int().min(1).max(30).optional(),
    rule: setRule,
  })
  .superRefine((own, context) => {
    const issue = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    const ids = own.places.map(({ id }) => id);
    if (new Set(ids).size < ids.length) issue(['places'], 'Two places have the same id.');
    own.places.forEach(({ label }, at) => {
      const earlier = own.places.findIndex(
        (one) => one.label.toLowerCase() === label.toLowerCase(),
      );
      if (earlier < at)
        issue(
          ['places', at, 'label'],
          `Places ${earlier + 1} and ${at + 1} are both called “${label}”.`,
        );
    });
    checkKey(own.places, own.key, context);
    if (own.mostChosen !== undefined && own.mostChosen < own.key.length)
      issue(
        ['mostChosen'],
        `At most ${own.mostChosen} may be chosen, but ${own.key.length} are right.`,
      );
    checkReachable(own.rule, ids, own.mostChosen, context);
  });

export type Places = z.infer<typeof part>;

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
  title: 'Places on a picture',
  asks: 'Where on a map, drawing or photo',
  qti: 'qti-hotspot-interaction',
  markedBy: 'machine',
  part,
  response: z.array(partId).max(30),
  points: (own) =>
    mostPoints(
      own.rule,
      own.places.map(({ id }) => id),
      own.mostChosen,
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
  inWords: ({ places: list }, response) =>
    listing(response.map((id) => list.find((own) => own.id === id)?.label ?? id)),
  keyInWords: (own) =>
    setRuleInWords(
      own.rule,
      listing(own.key.map((id) => `“${places.inWords(own, [id])}”`)),
      'place',
    ),
  texts: ({ picture: { alternative } }) => [{ at: '/picture/alternative', html: alternative }],
  toGist: (own) => ({
    prompt: own.prompt,
    needs: own.needs,
    picture: own.picture,
    places: own.places.map(({ id, area }) => ({ id, area })),
    choices: own.places.map(({ id, label }) => ({ id, text: label })),
    right: own.key,
    ...ruleGist(own.rule),
  }),
  fromGist: (gist, id) => {
    const areas = (gist.places ?? []) as { id: string; area: PlaceShape }[];
    const kept = areas.map(({ id: own, area }) => ({
      id: own,
      area,
      label: gist.choices?.find((one) => one.id === own)?.text ?? '',
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
