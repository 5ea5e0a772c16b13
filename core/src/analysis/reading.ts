/** What the figures say in words: bands, cautions and flags, each with its reason. */
import type { ItemFigures } from './analyse';
import type { SharedAnswer } from './answers';
import type { Hurried } from './time';

export type Band = 'very good' | 'good' | 'marginal' | 'poor';

/**
 * Source: Ebel and Frisbie (1991), "Essentials of Educational Measurement", 5th ed., ch. 13, bands for D: 0.40 and up
 * very good, 0.30 to 0.39 reasonably good, 0.20 to 0.29 marginal, below 0.20 poor. From memory.
 */
export function discriminationBand(d: number): Band {
  // Rounded as it is shown, so that a printed 0.40 is never called less than very good.
  const shown = Math.round(d * 100) / 100;
  if (shown >= 0.4) return 'very good';
  if (shown >= 0.3) return 'good';
  return shown >= 0.2 ? 'marginal' : 'poor';
}

/** Common practice, no source: below 10 hardly anything, below 30 only a hint. */
export function caution(n: number): string | null {
  if (n === 0) return null;
  if (n < 10)
    return `Only ${n} ${n === 1 ? 'student' : 'students'}: these figures show what happened, not how good the items are.`;
  if (n < 30)
    return `${n} students: discrimination and reliability are rough with so few. Trust large differences only.`;
  return null;
}

export interface Flag {
  kind:
    | 'key-suspect'
    | 'two-right'
    | 'tempting-choice'
    | 'no-discrimination'
    | 'too-hard'
    | 'hurried'
    | 'unused-choice';
  /** Two or three words for a row. */
  title: string;
  /** The reason, with its numbers. */
  reason: string;
  /** The choice it speaks of. */
  option?: string;
}

interface Choice {
  id: string;
  label: string;
  right: boolean;
  mistake?: string | undefined;
}

/** Shares of groups are sums of fractions; what differs by less than this is the same. */
const rounding = 1e-9;
const percent = (share: number) => `${Math.round((share + rounding) * 100)} %`;

/** Fewer students than this and a flag would be noise. Common practice, no source. */
const enough = 8;

/**
 * What a teacher should look at in an item, most urgent first.
 *
 * @param shared an answer of the strong that the key does not take, for items that are not a choice of one
 */
export function flagsOf(
  figures: ItemFigures,
  choices: Choice[],
  groupSize: number,
  hurried: Hurried | null = null,
  shared: SharedAnswer | null = null,
): Flag[] {
  const flags: Flag[] = [];
  const { n, options } = figures;
  if (n < enough) return flags;
  const seen = choices.flatMap((choice, index) =>
    options[index] ? [{ ...choice, ...options[index] }] : [],
  );
  const oneKey = seen.filter(({ right }) => right).length === 1;
  const key = oneKey ? seen.find(({ right }) => right) : undefined;
  const wrong = seen.filter(({ right }) => !right);
  const quote = (label: string) => `“${label}”`;

  const drawsStrong = wrong
    .filter(
      (choice) =>
        key && choice.upper !== null && key.upper !== null && choice.upper > key.upper + rounding,
    )
    .sort((a, b) => (Math.abs(b.upper! - a.upper!) < rounding ? 0 : b.upper! - a.upper!))[0];
  if (key && drawsStrong) {
    flags.push({
      kind: 'key-suspect',
      title: 'Key may be wrong',
      reason: `${quote(drawsStrong.label)} was chosen by ${percent(drawsStrong.upper!)} of the ${groupSize} strongest students, the key ${quote(key.label)} by only ${percent(key.upper!)}.`,
      option: drawsStrong.id,
    });
  }
  if (!drawsStrong && shared)
    flags.push({
      kind: 'key-suspect',
      title: 'Key may be wrong',
      reason: `${percent(shared.strong)} of the ${shared.groupSize} strongest students answered ${quote(shared.label)}, only ${percent(shared.right)} what the key takes.`,
    });
  // Two choices that both draw the strong, and both more than the weak. Common practice, no source.
  const alsoStrong = wrong.find(
    (choice) =>
      key &&
      !drawsStrong &&
      key.upper !== null &&
      choice.upper !== null &&
      choice.lower !== null &&
      choice.upper >= 0.25 - rounding &&
      choice.upper >= 0.6 * key.upper - rounding &&
      choice.upper > choice.lower + rounding,
  );
  if (key && alsoStrong)
    flags.push({
      kind: 'two-right',
      title: 'Two answers may be right',
      reason: `The ${groupSize} strongest students are split: ${percent(key.upper!)} chose the key ${quote(key.label)}, ${percent(alsoStrong.upper!)} ${quote(alsoStrong.label)}, which the weakest chose less often.`,
      option: alsoStrong.id,
    });
  const rest = n - (key?.n ?? 0);
  const tempting = wrong.find(
    (choice) =>
      key &&
      choice !== drawsStrong &&
      choice !== alsoStrong &&
      choice.share >= 0.3 &&
      choice.n >= 0.6 * rest &&
      wrong.length > 1,
  );
  if (tempting) {
    const why = tempting.mistake ? ` It stands for: ${tempting.mistake}` : '';
    flags.push({
      kind: 'tempting-choice',
      title: 'One choice tempts many',
      reason: `${tempting.n} of ${n} chose ${quote(tempting.label)}.${why}`,
      option: tempting.id,
    });
  }
  const { facility, itemRest } = figures;
  if (
    !drawsStrong &&
    itemRest.value !== null &&
    itemRest.value < 0.05 &&
    facility.value !== null &&
    facility.value < 0.95
  )
    flags.push({
      kind: 'no-discrimination',
      title: 'Does not separate',
      reason: `Students who did well on the rest did no better here (item-rest correlation ${itemRest.value.toFixed(2)}).`,
    });
  if (facility.value !== null && facility.value < 0.2)
    flags.push({
      kind: 'too-hard',
      title: 'Very hard',
      reason: `Only ${percent(facility.value)} of the points were earned.`,
    });
  if (hurried && hurried.n >= 3 && hurried.n >= 0.1 * n - rounding)
    flags.push({
      kind: 'hurried',
      title: 'Hurried answers',
      reason: `${hurried.n} of ${n} answered within ${hurried.limit < 1000 ? 'a second' : `${Math.round(hurried.limit / 1000)} s`}: too fast to have read it.`,
    });
  if (n >= 20) {
    const unused = wrong.filter((choice) => choice.n === 0);
    if (unused.length > 0 && wrong.length > 1)
      flags.push({
        kind: 'unused-choice',
        title: 'A choice nobody takes',
        reason: `Nobody of ${n} chose ${unused.map(({ label }) => quote(label)).join(' or ')}.`,
        option: unused[0]!.id,
      });
  }
  return flags;
}
