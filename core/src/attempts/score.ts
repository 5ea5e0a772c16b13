import { elementAt } from '../certain';
import { formOf, type Edition, type FormRules, type Sitter } from '../forms';
import { scoreItem, type Responses } from '../items';
import { practiceShare, untouched, type Practised } from '../practice';
import { roundPoints } from '../scoring';

export interface EntryScore {
  entry: string;
  points: number;
  maxPoints: number;
  reached: boolean;
  /** A teacher has still to mark some of it. */
  needsMarking: boolean;
}

/** What a teacher decided about one entry of one student: not scored, or so many points whatever was answered. */
export type Adjustment = 'excused' | number;

/**
 * Points for each entry that the student was given, by the keys of the edition.
 *
 * An entry counts as not reached when the server handed the attempt in and nothing from there on was answered, in the
 * student's own order; who hands in left blanks on purpose. Common practice, no source.
 */
export function scoreAttempt(
  edition: Edition,
  answers: ReadonlyMap<string, Responses>,
  attempt: Sitter & {
    rules: FormRules;
    ranOut: boolean;
    /** Points by hand, by entry and then part. */
    marks?: ReadonlyMap<string, Readonly<Record<string, number>>>;
    /** By entry. */
    adjusted?: ReadonlyMap<string, Adjustment>;
    /** What happened to the questions of a practice; null in a test. */
    practice?: { of: ReadonlyMap<string, Practised>; offPerTry: number } | null;
  },
): EntryScore[] {
  // An answer names choices by their id: shuffling them changes no score and would cost a fifth of the time.
  const rules = { ...attempt.rules, shuffleChoices: false };
  const order = formOf(edition, attempt, rules).sections.flatMap(({ entries }) => entries);
  const scored = order.map(({ id, content }) =>
    scoreItem(content, answers.get(id) ?? {}, attempt.marks?.get(id)),
  );
  const lastAnswered = scored.findLastIndex(({ parts }) => parts.some(({ answered }) => answered));
  return order.map(({ id, points, override }, index) => {
    const scoredItem = elementAt(scored, index);
    const decided = attempt.adjusted?.get(id);
    if (override === 'dropped' || decided === 'excused')
      return { entry: id, points: 0, maxPoints: 0, reached: true, needsMarking: false };
    if (decided !== undefined || override === 'full-credit')
      return {
        entry: id,
        points: decided ?? points,
        maxPoints: points,
        reached: true,
        needsMarking: false,
      };
    const saved = scoredItem.maxPoints > 0 ? scoredItem.points / scoredItem.maxPoints : 0;
    const { practice } = attempt;
    const share = practice
      ? practiceShare(practice.of.get(id) ?? untouched, practice.offPerTry, saved)
      : saved;
    const reached = !attempt.ranOut || index <= lastAnswered;
    return {
      entry: id,
      points: roundPoints(share * points),
      maxPoints: points,
      reached,
      needsMarking: scoredItem.needsMarking,
    };
  });
}
