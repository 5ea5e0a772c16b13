import { answersInEnglish } from '@oaken/words/answers';
import { z } from 'zod';
import { faultInWords, isSameAnswer, readAnswer, verdictOn, type Answer } from '../../expressions';
import { allOrNothing } from '../../scoring';
import { count } from '../../text';
import { partBase, type Kind, type PartBase } from '../kind/kind';
import { isPlaced } from './numeric-key';
import { sentence } from './sentences';

const longestLine = 100;
const mostLines = 12;
const line = z.string().trim().min(1, sentence('keyIsEmpty')).max(longestLine);

const schema = z
  .strictObject({
    ...partBase,
    kind: z.literal('steps'),
    /** Where the solution begins: an equation, an inequality, an expression. */
    given: line,
    /** The last line, in its simplest form. */
    key: line,
    /** So many lines are expected below the given one, the last among them. */
    lines: z.int().min(1).max(mostLines),
    rule: allOrNothing,
  })
  .superRefine(({ given, key }, context) => {
    const issue = (path: string, message: string) =>
      context.addIssue({ code: 'custom', path: [path], message });
    const [begin, end] = [
      ['given', given],
      ['key', key],
    ].map(([path = '', text = '']) => {
      if (isPlaced(text)) return null;
      const read = readAnswer(text);
      if (read.ok) return read.answer;
      issue(
        path,
        sentence('answerCannotBeRead', { text, why: faultInWords(read.fault, read.about) }),
      );
      return null;
    });
    if (begin && end && !isSameAnswer(begin, end))
      issue('key', sentence('doesNotFollow', { key, given }));
  });

export type Steps = z.infer<typeof schema>;

export interface SittingSteps extends PartBase {
  kind: 'steps';
  given: string;
  lines: number;
}

const lettersIn = (text: string) => new Set(text.match(/\p{L}/gu) ?? []);

/** A line that speaks of the letters of the beginning only; others would be another question. */
function readLine(text: string, letters: ReadonlySet<string>): Answer | null {
  const words = text.replace(/\b(?:or|and|sqrt|abs|pi)\b/g, '');
  if ([...lettersIn(words)].some((letter) => !letters.has(letter))) return null;
  const read = readAnswer(text);
  return read.ok ? read.answer : null;
}

const squeezed = (text: string) => text.replace(/\s+/g, '').replace(/[−–]/g, '-');

/** Whether each line is new and says what the one before it says. */
export function followingLines(given: string, lines: readonly string[]): boolean[] {
  const letters = lettersIn(given);
  let before = { text: squeezed(given), answer: readLine(given, letters) };
  return lines.map((text) => {
    const answer = readLine(text, letters);
    const isCopied = squeezed(text) === before.text;
    const follows =
      !isCopied && before.answer !== null && answer !== null && isSameAnswer(before.answer, answer);
    // The next line is held against this one, so that one mistake is counted once.
    if (answer) before = { text: squeezed(text), answer };
    return follows;
  });
}

const written = (response: readonly string[]) =>
  response.map((text) => text.trim()).filter(Boolean);

/** Whether the last line is the solution, in its form. */
function isSolved({ given, key }: Steps, lines: readonly string[]): boolean {
  const [end, last] = [readAnswer(key), readLine(lines.at(-1) ?? '', lettersIn(given))];
  return end.ok && last !== null && verdictOn(end.answer, last, 'simplified') === 'right';
}

/** Response: the lines of the solution. */
export const steps: Kind<Steps, string[], SittingSteps> = {
  kind: 'steps',
  title: sentence('solutionInSteps'),
  asks: sentence('lineByLine'),
  qti: 'qti-portable-custom-interaction',
  markedBy: 'machine',
  rules: ['all-or-nothing'],
  part: schema,
  response: z.array(z.string().max(longestLine)).max(mostLines),
  points: ({ rule }) => rule.points,
  score(part, response) {
    const lines = written(response);
    if (lines.length === 0) return 0;
    const following = followingLines(part.given, lines).filter(Boolean).length;
    const share = following / Math.max(lines.length, part.lines);
    const solved = isSolved(part, lines) ? 1 : 0;
    return part.rule.points * ((share + solved) / 2);
  },
  isEmpty: (response) => written(response).length === 0,
  forSitting: ({ id, kind, prompt, given, lines }) => ({ id, kind, prompt, given, lines }),
  folded: (_, response) => written(response).join(' → ').replace(/\s+/g, ' '),
  inWords: (_, response) => written(response).join(' → '),
  remark(part, response, words = answersInEnglish) {
    const lines = written(response);
    const right = followingLines(part.given, lines).filter(Boolean).length;
    const values = { right, n: Math.max(lines.length, part.lines) };
    return words.say(isSolved(part, lines) ? 'stepsRight' : 'stepsOpen', values);
  },
  keyInWords: ({ given, key, lines, rule }) =>
    sentence('stepsForPoints', {
      given,
      key,
      lines: count(lines, 'line'),
      points: count(rule.points, 'point'),
    }),
  keyOnPaper: ({ key }) => key,
  texts: () => [],
  toGist: ({ prompt, needs, given, key, lines, rule }) => ({
    prompt,
    needs,
    points: rule.points,
    accepted: [key],
    steps: { given, lines },
  }),
  fromGist(gist, id) {
    const kept = gist.steps as Pick<Steps, 'given' | 'lines'> | undefined;
    return {
      id,
      kind: 'steps',
      prompt: gist.prompt,
      needs: gist.needs,
      given: kept?.given ?? '',
      key: gist.accepted?.[0] ?? '',
      lines: kept?.lines ?? 3,
      rule: { rule: 'all-or-nothing', points: gist.points ?? 2 },
    };
  },
};
