/** What is known of each item from some students' work. */
import type { ItemResult } from '@oaken/contract/results';
import { analyse, discriminationBand, flagsOf, hurriedIn, noFigure, shareInterval, spreadOf, type Analysis } from '@oaken/core/analysis'; // prettier-ignore
import { countable, kindOf, responsesInWords, responseTo, scoreItem, type Responses } from '@oaken/core/items';
import type { EditionEntry } from '@oaken/core/forms';
import type { Gathered, Line } from './gather';
import { choicePart, tableOf } from './table';

export const answerTo = ({ answers }: Pick<Gathered, 'answers'>, attemptId: number, { id }: EditionEntry): Responses =>
  answers.get(attemptId)?.get(id) ?? {};

/** @param analysis of the items that count, in the order of `counting` */
export function itemResults(
  gathered: Gathered,
  finished: Line[],
  analysis: Analysis,
  counting: EditionEntry[],
): ItemResult[] {
  return gathered.entries.map((entry, at) => {
    const place = counting.indexOf(entry);
    // What was left out is looked at alone: its choices still say why.
    const own = place >= 0 ? analysis.items[place]! : aloneIn(gathered, finished, entry);
    const options = choicePart(entry)?.options ?? [];
    const { facility, upperLower } = own;
    const times = timesOn(gathered, finished, entry);
    return {
      entry: entry.id,
      number: at + 1,
      itemId: entry.itemId,
      content: entry.content,
      stem: entry.content.stem,
      standards: entry.standards,
      most: entry.points,
      settled: entry.settled ?? null,
      n: own.n,
      facility,
      interval: facility.value === null ? null : shareInterval(facility.value, own.n),
      itemRest: own.itemRest,
      itemTotal: own.itemTotal,
      upperLower,
      band: upperLower.value === null ? null : discriminationBand(upperLower.value),
      alphaWithout: own.alphaWithout,
      options: options.map((option, o) => ({ ...option, ...own.options[o]! })),
      wrongAnswers: wrongAnswers(gathered, finished, entry),
      blank: finished.filter(({ attemptId }) => gathered.scores.get(attemptId!)?.has(entry.id) && isBlank(gathered, attemptId!, entry)).length, // prettier-ignore
      practice: practiceOn(gathered, finished, entry),
      time: times.length > 0 ? spreadOf(times).median : noFigure('nobody’s time is known'),
      flags: entry.settled ? [] : flagsOf(own, options, analysis.groupSize, hurriedIn(times)),
    };
  });
}

const leftOut = noFigure('it is left out');

function aloneIn(gathered: Gathered, finished: Line[], entry: EditionEntry): Analysis['items'][number] {
  const scores: Gathered['scores'] = new Map();
  for (const { attemptId } of finished) {
    const score = gathered.scores.get(attemptId!)?.get(entry.id);
    const { points, most } = scoreItem(entry.content, answerTo(gathered, attemptId!, entry));
    if (score) scores.set(attemptId!, new Map([[entry.id, { ...score, points: most > 0 ? (points / most) * entry.points : 0, most: entry.points }]])); // prettier-ignore
  }
  const own = analyse(tableOf({ ...gathered, scores, entries: [entry] }, finished)).items[0]!;
  return { ...own, itemRest: leftOut, itemTotal: leftOut, upperLower: leftOut, alphaWithout: leftOut };
}

const isBlank = (gathered: Gathered, attemptId: number, entry: EditionEntry) =>
  scoreItem(entry.content, answerTo(gathered, attemptId, entry)).parts.every(({ answered }) => !answered);

/** Times of those who answered, in ms. */
const timesOn = (gathered: Gathered, finished: Line[], entry: EditionEntry): number[] =>
  finished.flatMap(({ attemptId }) => {
    const ms = gathered.spent.get(attemptId!)?.get(entry.id);
    return ms === undefined || isBlank(gathered, attemptId!, entry) ? [] : [ms];
  });

/** What somebody answered first: of a practice the first checked answer, else the one that was handed in. */
const firstAnswer = (gathered: Gathered, attemptId: number, entry: EditionEntry): Responses =>
  gathered.practised.get(attemptId)?.get(entry.id)?.first ?? answerTo(gathered, attemptId, entry);

/** First answers that earned nothing in their part, gathered by what they say. */
function wrongAnswers(gathered: Gathered, finished: Line[], entry: EditionEntry): ItemResult['wrongAnswers'] {
  const tally = new Map<string, ItemResult['wrongAnswers'][number]>();
  const add = (key: string, own: Omit<ItemResult['wrongAnswers'][number], 'n'>) => {
    const held = tally.get(key);
    if (held) held.n++;
    else tally.set(key, { ...own, n: 1 });
  };
  const options = entry.content.parts.map((part) => kindOf(part).options?.(part) ?? []);
  for (const { attemptId } of finished) {
    const given = firstAnswer(gathered, attemptId!, entry);
    const scored = scoreItem(entry.content, given);
    entry.content.parts.forEach((part, at) => {
      if (scored.parts[at]!.points > 0 || kindOf(part).markedBy !== 'machine') return;
      const { chosen, free } = countable(part, given);
      const response = responseTo(part, given);
      if (free !== null) add(`${part.id}=${free}`, { answer: kindOf(part).inWords(part, response as never), chosen: false, part: part.id, response }); // prettier-ignore
      for (const id of chosen) {
        const option = options[at]!.find((own) => own.id === id);
        if (option && !option.right) add(`${part.id}#${id}`, { answer: option.label, chosen: true, part: part.id, response: chosen.length === 1 ? response : null, ...(option.mistake && { mistake: option.mistake }) }); // prettier-ignore
      }
    });
  }
  return [...tally.values()].sort((a, b) => b.n - a.n).slice(0, 12);
}

function practiceOn({ practised }: Gathered, finished: Line[], { id }: EditionEntry): ItemResult['practice'] {
  if (practised.size === 0) return null;
  const all = finished.flatMap(({ attemptId }) => practised.get(attemptId!)?.get(id) ?? []);
  const isRight = (share: number | null) => share !== null && share >= 1 - 1e-9;
  return {
    first: all.filter(({ firstShare }) => isRight(firstShare)).length,
    later: all.filter((own) => !isRight(own.firstShare) && isRight(own.share) && !own.shown).length,
    shown: all.filter(({ shown }) => shown).length,
    hints: all.reduce((sum, { hints }) => sum + hints, 0),
  };
}

export const saidOn = (gathered: Gathered, attemptId: number, entry: EditionEntry) =>
  responsesInWords(entry.content, answerTo(gathered, attemptId, entry));
