/** Answers that a key would take and answers that it would not, so that an author sees how lenient it is. */
import { kindOf, type Part } from './kinds';

export interface ExampleAnswers {
  accepted: string[];
  refused: string[];
}

const signs = /[^\p{L}\p{N}\s]/gu;
const capitalised = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** Ways in which students write a word or two. */
const textSpellings = (text: string) => [
  text.toUpperCase(),
  `${capitalised(text)}.`,
  text.normalize('NFD').replace(/\p{Mn}/gu, ''),
  `“${text}”`,
  text.replace(/(\p{L})-(\p{L})/gu, '$1 $2'),
  text.replace(/\s+/g, '  '),
  text.replace(signs, ''),
  text.replace(/\s+/g, ''),
  /\p{L}{2}/u.test(text) ? `the ${text}` : '',
  text.slice(0, -1),
  text.length > 3 ? text.slice(0, 1) + text[2] + text[1] + text.slice(3) : '',
  `${text}s`,
];

/** Ways in which students write a number. */
function numberSpellings(value: string, unit: string): string[] {
  const number = Number(value);
  const decimal = Number.isFinite(number)
    ? [
        number.toFixed(2),
        `${number}.`,
        number.toExponential(),
        String(-number),
        `${number} %`,
        String(number * 10),
        String(Math.round(number * 10 + 1) / 10),
      ]
    : [];
  const units = unit
    ? [`${value} ${unit}`, `${value}${unit}.`, `${value} ${unit.toUpperCase()}`]
    : [];
  return [value, ...units, ...decimal, `about ${value}`, `${value} or so`];
}

/** @returns null for kinds whose answers are not typed */
export function exampleAnswers(part: Part, atMost = 3): ExampleAnswers | null {
  if (part.kind !== 'short-text' && part.kind !== 'numeric') return null;
  const known = part.kind === 'short-text' ? part.key.variants : [part.key.value];
  const [first = ''] = known;
  if (first.trim() === '') return { accepted: [], refused: [] };
  const spelled =
    part.kind === 'short-text'
      ? textSpellings(first)
      : numberSpellings(first, part.key.units[0]?.name ?? '');
  const tried = [...new Set(spelled.map((own) => own.trim()))].filter(
    (own) => /[\p{L}\p{N}]/u.test(own) && !known.includes(own),
  );
  const takes = (answer: string) =>
    (kindOf(part).score as (part: Part, response: string) => number)(part, answer) > 0;
  return {
    accepted: tried.filter(takes).slice(0, atMost),
    refused: tried.filter((answer) => !takes(answer)).slice(0, atMost),
  };
}
