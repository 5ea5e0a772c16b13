/** How the answers to one asking are spread, and what asking again changed. Nothing here names anybody. */
import { gatherTexts } from './gather';
import { kindOf, scoreItem, type ItemContent, type Part, type Responses } from '../items';

/** One answer and how many gave it. */
export interface SpreadLine {
  /** Of the choice; of an answer in words its spelling. */
  id: string;
  text: string;
  students: number;
}

export interface PartSpread {
  part: string;
  /** How many answered this part. */
  answered: number;
  /** Choices in their order, those that nobody took too; or answers in words, the most frequent first. */
  lines: SpreadLine[];
  /** Further answers in words that are not listed, each given by fewer. */
  others: number;
  /** Nothing says which words are right: the teacher chooses what the class sees of them. */
  openWords: boolean;
}

/** More different answers than this are not read on a wall (common practice, no source). */
const mostLines = 8;
/** A teacher chooses among more. */
const mostToChooseFrom = 60;

const given = (part: Part, all: readonly Responses[]): unknown[] =>
  all.flatMap((responses) => {
    const reading = kindOf(part).response.safeParse(responses[part.id]);
    return reading.success && !kindOf(part).isEmpty(reading.data) ? [reading.data] : [];
  });

/**
 * @param all the responses to the item, one for each who answered
 * @param keyed whether what is right has been told
 */
export const spreadOf = (
  { parts }: Pick<ItemContent, 'parts'>,
  all: readonly Responses[],
  keyed = true,
): PartSpread[] =>
  parts
    .filter((part) => kindOf(part).qti !== null)
    .map((part) => {
      const answers = given(part, all);
      return { part: part.id, answered: answers.length, ...linesOf(part, answers, keyed) };
    });

type Lines = Pick<PartSpread, 'lines' | 'others' | 'openWords'>;

function linesOf(part: Part, answers: unknown[], keyed: boolean): Lines {
  const kind = kindOf(part);
  const choices =
    kind.options?.(part) ?? kind.opinions?.(part)?.map(({ id, text }) => ({ id, label: text }));
  if (choices && choices.length > 0 && kind.chosen) {
    const taken = answers.map((answer) => new Set(kind.chosen?.(answer)));
    const lines = choices.map(({ id, label }) => ({
      id,
      text: label,
      students: taken.filter((ids) => ids.has(id)).length,
    }));
    return { lines, others: 0, openWords: false };
  }
  const inWords = answers.map((answer) => kind.inWords(part, answer));
  if (kind.markedBy !== 'machine' || !keyed)
    return { ...longest(gatherTexts(inWords), mostToChooseFrom), openWords: true };
  const byWords = new Map<string, SpreadLine>();
  answers.forEach((answer, index) => {
    const text = inWords[index] ?? '';
    const id = kind.folded?.(part, answer) ?? text;
    const line = byWords.get(id) ?? { id, text, students: 0 };
    byWords.set(id, { ...line, students: line.students + 1 });
  });
  const lines = [...byWords.values()].sort((a, b) => b.students - a.students);
  return { ...longest(lines), openWords: false };
}

const longest = (lines: SpreadLine[], most = mostLines) => ({
  lines: lines.slice(0, most),
  others: Math.max(0, lines.length - most),
});

/** Whether an answer earns every point that its key gives. */
export function isAllRight(content: Pick<ItemContent, 'parts'>, responses: Responses): boolean {
  const { points, maxPoints, needsMarking } = scoreItem(content, responses);
  return maxPoints > 0 && !needsMarking && points >= maxPoints;
}

export interface AskedTwice {
  /** Students who answered both times. */
  students: number;
  /** How many of them were right the first time, and the second. */
  first: number;
  second: number;
  wrongToRight: number;
  rightToWrong: number;
  /**
   * How much of what could be gained was gained, (second - first) / (students - first); null where
   * all were right before.
   *
   * Source: R. R. Hake, "Interactive-engagement versus traditional methods", American Journal of
   * Physics 66, 64 (1998), equation 1: the average normalized gain of a class.
   */
  gain: number | null;
}

/**
 * What asking again changed, over those who answered both times.
 *
 * @param first responses by student; @param second those of the second asking
 */
export function askedTwice(
  content: Pick<ItemContent, 'parts'>,
  first: ReadonlyMap<number, Responses>,
  second: ReadonlyMap<number, Responses>,
): AskedTwice {
  const pairs = [...first].flatMap(([student, responses]) => {
    const again = second.get(student);
    return again ? [[isAllRight(content, responses), isAllRight(content, again)] as const] : [];
  });
  const count = (is: (pair: readonly [boolean, boolean]) => boolean) => pairs.filter(is).length;
  const before = count(([was]) => was);
  const after = count(([, is]) => is);
  return {
    students: pairs.length,
    first: before,
    second: after,
    wrongToRight: count(([was, is]) => !was && is),
    rightToWrong: count(([was, is]) => was && !is),
    gain: pairs.length === before ? null : (after - before) / (pairs.length - before),
  };
}
