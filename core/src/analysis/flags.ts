/** What the figures say in words: bands, cautions and flags, each with its reason. */
import { alternatives } from '../text';
import type { ItemFigures, OptionFigures } from './analyse';
import type { SharedAnswer } from './answers';
import type { Hurried } from './time';
import { sentence } from './sentences';

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
  if (n < 10) return sentence('fewStudents', { n });
  if (n < 30) return sentence('roughFigures', { n });
  return null;
}

export interface Flag {
  kind:
    | 'possible-miskey'
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
  misconception?: string | undefined;
}

/** Shares of groups are sums of fractions; what differs by less than this is the same. */
const rounding = 1e-9;
const percent = (share: number) => `${Math.round((share + rounding) * 100)}%`;

/** Fewer students than this and a flag would be noise. Common practice, no source. */
const enough = 8;

const quote = (label: string) => `“${label}”`;

type Seen = Choice & OptionFigures;

/** What is known of an item when its signs are looked for. */
interface Evidence {
  figures: ItemFigures;
  groupSize: number;
  hurried: Hurried | null;
  shared: SharedAnswer | null;
  /** The only right choice; none where there are several, or no choices. */
  key: Seen | undefined;
  wrong: Seen[];
  /** A wrong choice that the strongest students took more often than the key. */
  drawsStrong: Seen | undefined;
  /** Another one that may be right as well. */
  alsoStrong: Seen | undefined;
}

/** The share of the upper group; nothing where there are no groups. */
const upperOf = (choice: Seen | undefined) => choice?.upper ?? 0;

function strongerThanKey(key: Seen | undefined, wrong: readonly Seen[]): Seen | undefined {
  if (key?.upper == null) return undefined;
  const keyShare = key.upper;
  const stronger = wrong.filter(({ upper }) => upper !== null && upper > keyShare + rounding);
  return stronger.sort((a, b) => {
    const difference = upperOf(b) - upperOf(a);
    return Math.abs(difference) < rounding ? 0 : difference;
  })[0];
}

/** Two choices that both draw the strong, and both more than the weak. Common practice, no source. */
function rightAsWell(key: Seen | undefined, wrong: readonly Seen[]): Seen | undefined {
  if (key?.upper == null) return undefined;
  const least = Math.max(0.25, 0.6 * key.upper) - rounding;
  return wrong.find(
    ({ upper, lower }) =>
      upper !== null && lower !== null && upper >= least && upper > lower + rounding,
  );
}

type Sign = (evidence: Evidence) => Flag | null;

const possibleMiskey: Sign = ({ key, drawsStrong, groupSize, shared }) => {
  const sign = { kind: 'possible-miskey' as const, title: sentence('keyMayBeWrong') };
  if (key && drawsStrong)
    return {
      ...sign,
      reason: sentence('choseWrong', {
        choice: quote(drawsStrong.label),
        share: percent(upperOf(drawsStrong)),
        groupSize,
        key: quote(key.label),
        keyShare: percent(upperOf(key)),
      }),
      option: drawsStrong.id,
    };
  if (!shared) return null;
  return {
    ...sign,
    reason: sentence('strongestStudentsAnsweredOnlyWhat', {
      strong: percent(shared.strong),
      groupSize: shared.groupSize,
      label: quote(shared.label),
      right: percent(shared.right),
    }),
  };
};

const twoRight: Sign = ({ key, alsoStrong, groupSize }) =>
  key && alsoStrong
    ? {
        kind: 'two-right',
        title: sentence('twoAnswersMayBeRight'),
        reason: sentence('split', {
          groupSize,
          keyShare: percent(upperOf(key)),
          key: quote(key.label),
          share: percent(upperOf(alsoStrong)),
          choice: quote(alsoStrong.label),
        }),
        option: alsoStrong.id,
      }
    : null;

const temptingChoice: Sign = ({ figures: { n }, key, wrong, drawsStrong, alsoStrong }) => {
  if (!key || wrong.length < 2) return null;
  const others = n - key.n;
  const tempting = wrong.find(
    (choice) =>
      choice !== drawsStrong &&
      choice !== alsoStrong &&
      choice.share >= 0.3 &&
      choice.n >= 0.6 * others,
  );
  if (!tempting) return null;
  const why = tempting.misconception
    ? [sentence('standsFor', { misconception: tempting.misconception })]
    : [];
  return {
    kind: 'tempting-choice',
    title: sentence('oneChoiceTemptsMany'),
    reason: [
      sentence('ofChose', { chose: tempting.n, students: n, label: quote(tempting.label) }),
      ...why,
    ].join(' '),
    option: tempting.id,
  };
};

const noDiscrimination: Sign = ({ figures: { facility, itemRest }, drawsStrong }) => {
  if (drawsStrong || itemRest.value === null || facility.value === null) return null;
  if (itemRest.value >= 0.05 || facility.value >= 0.95) return null;
  return {
    kind: 'no-discrimination',
    title: sentence('doesNotSeparate'),
    reason: sentence('studentsWhoDidWellOn', { itemRest: itemRest.value.toFixed(2) }),
  };
};

const tooHard: Sign = ({ figures: { facility } }) =>
  facility.value !== null && facility.value < 0.2
    ? {
        kind: 'too-hard',
        title: sentence('veryHard'),
        reason: sentence('onlyPointsWereEarned', { facility: percent(facility.value) }),
      }
    : null;

const hurriedAnswers: Sign = ({ figures: { n }, hurried }) => {
  if (!hurried || hurried.n < 3 || hurried.n < 0.1 * n - rounding) return null;
  const limit =
    hurried.limit < 1000 ? sentence('aSecond') : `${Math.round(hurried.limit / 1000)} s`;
  return {
    kind: 'hurried',
    title: sentence('hurriedAnswers'),
    reason: sentence('hurriedReason', { hurried: hurried.n, students: n, limit }),
  };
};

/** Fewer students than this and a choice is left by chance. Common practice, no source. */
const enoughToMiss = 20;

const unusedChoice: Sign = ({ figures: { n }, wrong }) => {
  const unused = wrong.filter((choice) => choice.n === 0);
  const [first] = unused;
  if (n < enoughToMiss || wrong.length < 2 || !first) return null;
  return {
    kind: 'unused-choice',
    title: sentence('choiceThatNobodyChose'),
    reason: sentence('nobodyChose', {
      n,
      choices: alternatives(unused.map(({ label }) => quote(label))),
    }),
    option: first.id,
  };
};

/** Most urgent first. */
const signs: readonly Sign[] = [
  possibleMiskey,
  twoRight,
  temptingChoice,
  noDiscrimination,
  tooHard,
  hurriedAnswers,
  unusedChoice,
];

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
  if (figures.n < enough) return [];
  const seen = choices.flatMap((choice, index): Seen[] => {
    const option = figures.options[index];
    return option ? [{ ...choice, ...option }] : [];
  });
  const right = seen.filter((choice) => choice.right);
  const wrong = seen.filter((choice) => !choice.right);
  const key = right.length === 1 ? right[0] : undefined;
  const drawsStrong = strongerThanKey(key, wrong);
  const alsoStrong = drawsStrong ? undefined : rightAsWell(key, wrong);
  const evidence = { figures, groupSize, hurried, shared, key, wrong, drawsStrong, alsoStrong };
  return signs.flatMap((sign) => sign(evidence) ?? []);
}
