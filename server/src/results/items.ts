/** What is known of each item from some students' work. */
import { elementAt } from '@oaken/core/certain';
import type { ItemResult } from '@oaken/contract/results';
import {
  analyse,
  discriminationBand,
  flagsOf,
  hurriedIn,
  noFigure,
  shareInterval,
  sharedByStrong,
  spreadOf,
  type Analysis,
  type Figure,
  type ItemFigures,
  type GivenAnswer,
  type SharedAnswer,
} from '@oaken/core/analysis';
import { asksFor, opinionCounts, type AnswerOption, type Responses } from '@oaken/core/items';
import { roundPoints } from '@oaken/core/scoring';
import { isAnswered } from '@oaken/core/sitting';
import { plainText } from '@oaken/core/text';
import type { EntryScore } from '@oaken/core/attempts';
import { exampleEntry, type EditionEntry } from '@oaken/core/forms';
import type { Gathered } from './gather';
import type { Finished } from './lines';
import type { AnswerReadings } from './answer-readings';
import { variantResults } from './variants';
import { choicePart, tableOf, type Scores } from './table';
import { sentence } from './sentences';

const nothing: Responses = {};

export const answerTo = (
  { recordOf }: Pick<Gathered, 'recordOf'>,
  attemptId: number,
  { id }: EditionEntry,
): Responses => recordOf(attemptId).answers.get(id) ?? nothing;

/** What an answer to somebody's own question says. */
export const readingIn = (
  { entryOf }: Pick<Gathered, 'entryOf'>,
  readings: AnswerReadings,
  attemptId: number,
  entry: EditionEntry,
  responses: Responses,
) => readings.of(entryOf(attemptId, entry), responses);

/** Which choices somebody chose, for the table. */
export const chosenIn =
  (gathered: Gathered, readings: AnswerReadings) => (attemptId: number, entry: EditionEntry) =>
    readingIn(gathered, readings, attemptId, entry, answerTo(gathered, attemptId, entry)).chosen;

/** @param analysis of the items that count, in the order of `counting` */
export function itemResults(
  gathered: Gathered,
  finished: Finished[],
  analysis: Analysis,
  counting: EditionEntry[],
  readings: AnswerReadings,
): ItemResult[] {
  const totalOf = totalsOf(gathered);
  return gathered.entries.map((entry, index) => {
    const flagged = (figures: ItemFigures, options: AnswerOption[], times: number[]) =>
      flagsOf(
        figures,
        options,
        analysis.groupSize,
        hurriedIn(times),
        sharedIn(gathered, finished, entry, readings, totalOf),
      );
    // What makes itself is shown as an example.
    const { content, variant } = exampleEntry(entry);
    const counted = counting.indexOf(entry);
    const asks = asksFor(entry.content);
    const unscored = asks === 'points' ? null : unscoredIn(gathered, finished, entry);
    // What was left out is looked at alone: its choices still say why.
    const itemFigures =
      unscored ??
      (counted >= 0
        ? elementAt(analysis.items, counted)
        : aloneIn(gathered, finished, entry, readings));
    const options = unscored?.choices ?? choicePart({ content })?.options ?? [];
    const isBlank = (attemptId: number) =>
      readingIn(gathered, readings, attemptId, entry, answerTo(gathered, attemptId, entry)).blank;
    const times = timesOn(gathered, finished, entry, isBlank);
    return {
      entry: entry.id,
      number: index + 1,
      itemId: entry.itemId,
      content,
      stem: content.stem,
      variants: variant === undefined ? null : variantResults(gathered, finished, entry),
      asks,
      standards: entry.standards,
      maxPoints: entry.points,
      override: entry.override ?? null,
      n: itemFigures.n,
      facility: itemFigures.facility,
      interval: intervalOf(itemFigures.facility, itemFigures.n),
      itemRest: itemFigures.itemRest,
      itemTotal: itemFigures.itemTotal,
      upperLower: itemFigures.upperLower,
      band: bandOf(itemFigures.upperLower),
      alphaIfItemDeleted: itemFigures.alphaIfItemDeleted,
      options: options.map((option, o) => ({ ...option, ...elementAt(itemFigures.options, o) })),
      wrongAnswers: wrongAnswers(gathered, finished, entry, readings),
      blank: finished.filter(
        ({ attemptId }) => gathered.recordOf(attemptId).scores.has(entry.id) && isBlank(attemptId),
      ).length,
      practice: practiceOn(gathered, finished, entry),
      time: timeOf(times),
      flags: entry.override || unscored ? [] : flagged(itemFigures, options, times),
    };
  });
}

const timeOf = (times: number[]) =>
  times.length > 0 ? spreadOf(times).median : noFigure(sentence('nobodysTimeIsKnown'));
const intervalOf = ({ value }: Figure, n: number) =>
  value === null ? null : shareInterval(value, n);
const bandOf = ({ value }: Figure) => (value === null ? null : discriminationBand(value));

const leftOut = noFigure(sentence('isLeftOut'));

function aloneIn(
  gathered: Gathered,
  finished: Finished[],
  entry: EditionEntry,
  readings: AnswerReadings,
): Analysis['items'][number] {
  const scores = new Map<number, Scores>();
  for (const { attemptId } of finished) {
    const score = gathered.recordOf(attemptId).scores.get(entry.id);
    const given = answerTo(gathered, attemptId, entry);
    const { share } = readingIn(gathered, readings, attemptId, entry, given);
    if (score)
      scores.set(
        attemptId,
        new Map([[entry.id, { ...score, points: share * entry.points, maxPoints: entry.points }]]),
      );
  }
  const item = elementAt(
    analyse(
      tableOf(
        { scoresOf: (attemptId) => scores.get(attemptId), entries: [entry] },
        finished,
        chosenIn(gathered, readings),
      ),
    ).items,
    0,
  );
  return {
    ...item,
    itemRest: leftOut,
    itemTotal: leftOut,
    upperLower: leftOut,
    alphaIfItemDeleted: leftOut,
  };
}

const noPoints = noFigure(sentence('givesNoPoints'));

/** Of an opinion: who answered, and what was chosen how often. */
function unscoredIn(
  gathered: Gathered,
  finished: Finished[],
  entry: EditionEntry,
): Analysis['items'][number] & { choices: AnswerOption[] } {
  const given = finished.flatMap(({ attemptId }) => [answerTo(gathered, attemptId, entry)]);
  const answered = given.filter((responses) => Object.values(responses).some(isAnswered));
  const counts = opinionCounts(entry.content, answered);
  return {
    n: answered.length,
    facility: noPoints,
    sd: noPoints,
    itemTotal: noPoints,
    itemRest: noPoints,
    upperLower: noPoints,
    alphaIfItemDeleted: noPoints,
    options: counts.map(({ n }) => ({
      n,
      share: answered.length > 0 ? n / answered.length : 0,
      upper: null,
      lower: null,
      correlation: noPoints,
    })),
    choices: counts.map(({ id, text }) => ({ id, label: plainText(text), right: false })),
  };
}

/** Times of those who answered, in ms. */
const timesOn = (
  gathered: Gathered,
  finished: Finished[],
  entry: EditionEntry,
  isBlank: (attemptId: number) => boolean,
) =>
  finished.flatMap(({ attemptId }) => {
    const ms = gathered.recordOf(attemptId).timeSpent.get(entry.id);
    return ms === undefined || isBlank(attemptId) ? [] : [ms];
  });

/** What somebody answered first: of a practice the first checked answer, else the one that was handed in. */
const firstAnswer = (gathered: Gathered, attemptId: number, entry: EditionEntry): Responses =>
  gathered.recordOf(attemptId).practice.get(entry.id)?.first ??
  answerTo(gathered, attemptId, entry);

/** Points that count by now: what waits for a mark has none. */
const markedPoints = (score: EntryScore | undefined) =>
  score === undefined || score.needsMarking ? 0 : score.points;

/** The marked points of a work over all its entries. */
type TotalOf = (attemptId: number) => number;

/** Each work is added up once, however many items ask. */
function totalsOf({ recordOf }: Gathered): TotalOf {
  const known = new Map<number, number>();
  return (attemptId) => {
    const held = known.get(attemptId);
    if (held !== undefined) return held;
    let total = 0;
    for (const score of recordOf(attemptId).scores.values()) total += markedPoints(score);
    known.set(attemptId, total);
    return total;
  };
}

function addTo<K, V>(lists: Map<K, V[]>, key: K, value: V): void {
  const list = lists.get(key);
  if (list) list.push(value);
  else lists.set(key, [value]);
}

/** What the strong students answered instead of the key, in the first part of which there is such an answer. */
function sharedIn(
  gathered: Gathered,
  finished: Finished[],
  entry: EditionEntry,
  readings: AnswerReadings,
  totalOf: TotalOf,
): SharedAnswer | null {
  const byPart = new Map<string, GivenAnswer[]>();
  for (const { attemptId } of finished) {
    const { scores } = gathered.recordOf(attemptId);
    if (!scores.get(entry.id)?.reached) continue;
    const rest = roundPoints(totalOf(attemptId) - markedPoints(scores.get(entry.id)));
    const first = firstAnswer(gathered, attemptId, entry);
    const { given } = readingIn(gathered, readings, attemptId, entry, first);
    for (const { part, key, label, right } of given)
      addTo(byPart, part, { key, label, right, rest });
  }
  for (const given of byPart.values()) {
    const shared = sharedByStrong(given);
    if (shared) return shared;
  }
  return null;
}

/** First answers that earned nothing in their part, gathered by what they say. */
function wrongAnswers(
  gathered: Gathered,
  finished: Finished[],
  entry: EditionEntry,
  readings: AnswerReadings,
): ItemResult['wrongAnswers'] {
  const tally = new Map<string, ItemResult['wrongAnswers'][number]>();
  for (const { attemptId } of finished) {
    const first = firstAnswer(gathered, attemptId, entry);
    const { wrong } = readingIn(gathered, readings, attemptId, entry, first);
    for (const { key, ...choice } of wrong) {
      const held = tally.get(key);
      if (held) held.n++;
      else tally.set(key, { ...choice, n: 1 });
    }
  }
  return [...tally.values()].sort((x, y) => y.n - x.n).slice(0, 12);
}

function practiceOn(
  { recordOf }: Gathered,
  finished: Finished[],
  { id }: EditionEntry,
): ItemResult['practice'] {
  const records = finished.map(({ attemptId }) => recordOf(attemptId).practice);
  if (records.every((practice) => practice.size === 0)) return null;
  const all = records.flatMap((practice) => practice.get(id) ?? []);
  const isRight = (share: number | null) => share !== null && share >= 1 - 1e-9;
  return {
    first: all.filter(({ firstShare }) => isRight(firstShare)).length,
    later: all.filter(
      (storedPractice) =>
        !isRight(storedPractice.firstShare) &&
        isRight(storedPractice.share) &&
        !storedPractice.shown,
    ).length,
    shown: all.filter(({ shown }) => shown).length,
    hints: all.reduce((sum, { hints }) => sum + hints, 0),
  };
}
