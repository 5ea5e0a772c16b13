import { entriesOf, formOf, type Edition, type FormRules } from '../forms';
import { scoreItem, type Responses } from '../items';
import { roundPoints } from '../scoring';

export interface EntryScore {
  entry: string;
  points: number;
  most: number;
  reached: boolean;
  /** A teacher has still to mark some of it. */
  waits: boolean;
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
  const scored = new Map(entriesOf(edition).map(({ id, content }) => [id, scoreItem(content, answers.get(id) ?? {})]));
  const isAnswered = (id: string) => scored.get(id)!.parts.some(({ answered }) => answered);
  const order = entriesOf(formOf(edition, attempt.seed, attempt.rules)).map(({ id }) => id);
  const lastAnswered = order.findLastIndex(isAnswered);
  const reached = new Set(attempt.ranOut ? order.slice(0, lastAnswered + 1) : order);
  return entriesOf(edition).map(({ id, points }) => {
    const own = scored.get(id)!;
    const share = own.most > 0 ? own.points / own.most : 0;
    return { entry: id, points: roundPoints(share * points), most: points, reached: reached.has(id), waits: own.waits };
  });
}
