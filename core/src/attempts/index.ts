import { entriesOf, formOf, type Edition, type FormRules } from '../forms';
import { answeredState, scoreItem, type Responses } from '../items';
import { roundPoints } from '../scoring';

export interface EntryScore {
  entry: string;
  points: number;
  most: number;
  reached: boolean;
}

/**
 * Points for each entry, by the keys of the edition.
 *
 * An entry counts as not reached when the server handed the attempt in and nothing from there on was answered, in the
 * student's own order; who hands in left blanks on purpose. Common practice, no source.
 */
export function scoreAttempt(
  edition: Edition,
  answers: ReadonlyMap<string, Responses>,
  attempt: { seed: string; rules: FormRules; ranOut: boolean },
): EntryScore[] {
  const order = entriesOf(formOf(edition, attempt.seed, attempt.rules));
  const lastAnswered = order.findLastIndex(
    ({ id, content }) => answeredState(content, answers.get(id) ?? {}) !== 'unanswered',
  );
  const reached = new Set(order.filter((_, at) => !attempt.ranOut || at <= lastAnswered).map(({ id }) => id));
  return entriesOf(edition).map(({ id, points, content }) => {
    const scored = scoreItem(content, answers.get(id) ?? {});
    const share = scored.most > 0 ? scored.points / scored.most : 0;
    return { entry: id, points: roundPoints(share * points), most: points, reached: reached.has(id) };
  });
}
