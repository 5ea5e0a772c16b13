/** Choosing some of what is offered, where a question may say how many. */
import { say } from '../words';
import { toggled } from '../parts/toggled';

/** The ids of a response. */
export const chosenIn = (response: unknown): string[] =>
  Array.isArray(response) ? (response as string[]) : [];

/**
 * What is chosen after a press on one. Where one is asked for, another press moves the choice;
 * otherwise a full one stays.
 *
 * @param limit how many may be chosen; undefined for any number
 */
export function afterPress(chosen: string[], id: string, limit: number | undefined): string[] {
  if (chosen.includes(id)) return toggled(chosen, id);
  if (limit === 1) return [id];
  return limit === undefined || chosen.length < limit ? [...chosen, id] : chosen;
}

const placesKeys = {
  picture: ['answer.placeOnePicture', 'answer.placesUpToPicture', 'answer.placesAllPicture'],
  text: ['answer.placeOneText', 'answer.placesUpToText', 'answer.placesAllText'],
} as const;

/** What is asked, of places on a picture or in a text. */
export function placesAsked(limit: number | undefined, where: 'picture' | 'text'): string {
  const [exactlyOne, some, all] = placesKeys[where];
  if (limit === undefined) return say(all);
  return limit === 1 ? say(exactlyOne) : say(some, { n: limit });
}
