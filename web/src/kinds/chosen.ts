/** Choosing some of what is offered, where a question may say how many. */

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
  if (chosen.includes(id)) return chosen.filter((other) => other !== id);
  if (limit === 1) return [id];
  return limit === undefined || chosen.length < limit ? [...chosen, id] : chosen;
}

/** @param where “on the picture” or “in the text” */
export function placesAsked(limit: number | undefined, where: string): string {
  if (limit === 1) return `Choose one place ${where}.`;
  return limit === undefined
    ? `Choose every place ${where} that fits.`
    : `Choose up to ${limit} places ${where}.`;
}
