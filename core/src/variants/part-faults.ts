/** What is wrong with one part of one variant. */
import { kindOf, problemsOfPart, type Part } from '../items';
import { plainText } from '../text';
import type { Fault } from './faults';
import { areWorthTheSame, readsAs } from './same';
import { sentence } from './sentences';

/** The texts of a part that stand in one list, by the list's name. */
function listsOf(part: Part): Map<string, { at: string; html: string }[]> {
  const lists = new Map<string, { at: string; html: string }[]>();
  for (const text of kindOf(part).texts(part)) {
    const list = /^\/(.+)\/\d+\/text$/.exec(text.at)?.[1];
    if (list !== undefined) lists.set(list, [...(lists.get(list) ?? []), text]);
  }
  return lists;
}

function sameChoices(part: Part, pointer: string): Fault[] {
  return [...listsOf(part).values()].flatMap((list) =>
    list.flatMap(({ at, html }, index): Fault[] => {
      const text = readsAs(html);
      for (const { html: other } of list.slice(0, index)) {
        const place = `${pointer}${at}`;
        if (readsAs(other) === text)
          return [{ kind: 'same-text', pointer: place, words: sentence('same-text', { text }) }];
        if (areWorthTheSame(html, other)) {
          const words = sentence('same-value', { text: readsAs(other), other: text });
          return [{ kind: 'same-value', pointer: place, words }];
        }
      }
      return [];
    }),
  );
}

function wrongMistakes(part: Part, pointer: string): Fault[] {
  const kind = kindOf(part);
  const seen = new Set<string>();
  return (kind.mistakes?.(part) ?? []).flatMap(({ response }, index): Fault[] => {
    const place = `${pointer}/key/mistakes/${index}/value`;
    const text = kind.inWords(part, response);
    if (kind.score(part, response) > 0)
      return [
        {
          kind: 'mistake-is-right',
          pointer: place,
          words: sentence('mistake-is-right', { text }),
        },
      ];
    const folded = kind.folded?.(part, response) ?? text;
    if (seen.has(folded))
      return [
        { kind: 'mistakes-same', pointer: place, words: sentence('mistakes-same', { text }) },
      ];
    seen.add(folded);
    return [];
  });
}

/** What its numbers make of it must still be a question, such as a point that lies on its axis. */
function noQuestion(part: Part, index: number): Fault[] {
  // Of the others the key tells, which is tried by itself and costs less.
  if (!kindOf(part).isDrawn) return [];
  const [problem] = problemsOfPart(part, index);
  if (!problem) return [];
  return [{ kind: 'unaskable', pointer: problem.pointer, words: problem.message }];
}

/** The key's own answer must earn what the part gives. */
function brokenKey(part: Part, pointer: string): Fault[] {
  const kind = kindOf(part);
  const [right] = kind.rightAnswers?.(part) ?? [];
  if (right === undefined || kind.score(part, right) >= kind.points(part)) return [];
  return [
    {
      kind: 'unaskable',
      pointer: `${pointer}/key`,
      words: sentence('unaskable', { words: kind.keyInWords(part) }),
    },
  ];
}

/** Whether words stand in a text as they are, and not as a piece of a longer word or number. */
function standsIn(words: string, text: string): boolean {
  for (let from = text.indexOf(words); from >= 0; from = text.indexOf(words, from + 1)) {
    const before = text.slice(Math.max(0, from - 1), from);
    const after = text.slice(from + words.length, from + words.length + 2);
    if (!/[\p{L}\d.,/]/u.test(before) && !/^([\p{L}\d/]|[.,]\d)/u.test(after)) return true;
  }
  return false;
}

/** An answer that the question says already, where it does not say the wrong ones as well. */
function givenAway(part: Part, question: string, pointer: string): Fault[] {
  const kind = kindOf(part);
  if (kind.isDrawn) return [];
  const options = kind.options?.(part) ?? [];
  const right =
    options.length > 0
      ? options.filter((option) => option.right).map(({ label }) => label)
      : (kind.rightAnswers?.(part) ?? [])
          .slice(0, 1)
          .map((response) => kind.inWords(part, response));
  const [text] = right;
  if (text === undefined || text === '' || right.length > 1 || !standsIn(text, question)) return [];
  if (options.some(({ label, right: isRight }) => !isRight && standsIn(label, question))) return [];
  return [
    {
      kind: 'given-away',
      pointer: `${pointer}/key`,
      words: sentence('given-away', { text }),
    },
  ];
}

/**
 * @param part with its values
 * @param stem of the item, with its values
 */
export function partFaults(part: Part, stem: string, index: number): Fault[] {
  const pointer = `/parts/${index}`;
  const question = `${plainText(stem)} ${plainText(part.prompt ?? '')}`;
  const faults = [
    ...sameChoices(part, pointer),
    ...wrongMistakes(part, pointer),
    ...brokenKey(part, pointer),
    ...givenAway(part, question, pointer),
  ];
  return faults.length > 0 ? faults : noQuestion(part, index);
}
