/** A question that was written elsewhere with its choices as lettered lines: "A) 3  B) 4  C) 5". */
import { elementAt } from '../certain';

export interface PastedChoices {
  /** Lines before the choices. */
  stem: string[];
  choices: string[];
  /** The place of the right one where a line says it ("Answer: B"), or its letter has an asterisk. */
  right: number | null;
}

/** Choices in the line of the question itself are seen from so many on. */
const leastInQuestion = 3;

const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
/** A letter as it stands before a choice: A) A. (A) a: and with an asterisk before a right one. */
const marker = (letter: string) =>
  `(\\*?)\\s*\\(?[${letter}${letter.toLowerCase()}][).:](?:\\s|&nbsp;)+`;
const answerLine =
  /^\s*(?:correct\s+)?(?:answer|key|solution)\s*(?:is|:|=)\s*\(?([A-T])\)?\.?\s*$/i;

/**
 * Finds lettered choices from A on in lines of text or inline markup; several may share a line.
 *
 * @returns null where there are not at least two in their order, or something that is no choice comes after them
 */
export function pastedChoices(lines: readonly string[]): PastedChoices | null {
  const stem: string[] = [];
  const choices: string[] = [];
  let right: number | null = null;
  for (const line of lines) {
    const answer = answerLine.exec(line);
    if (answer && choices.length > 0) {
      right = letters.indexOf(elementAt(answer, 1).toUpperCase());
      continue;
    }
    const pasted = choicesInLine(line, choices.length);
    if (choices.length === 0 && pasted.before.trim() !== '') stem.push(pasted.before.trim());
    else if (pasted.before.trim() !== '') return null;
    for (const { text, starred } of pasted.choices) {
      if (starred) right = choices.length;
      choices.push(text);
    }
  }
  if (choices.length < 2 || choices.some((choice) => choice === '')) return null;
  return { stem, choices, right: right !== null && right < choices.length ? right : null };
}

function choicesInLine(
  line: string,
  from: number,
): { before: string; choices: { text: string; starred: boolean }[] } {
  const starts: { at: number; end: number; starred: boolean }[] = [];
  let position = 0;
  for (let index = from; index < letters.length; index++) {
    const pattern = new RegExp(`(?:^|\\s|&nbsp;)${marker(letters.charAt(index))}`, 'g');
    pattern.lastIndex = position;
    const match = pattern.exec(line);
    // The first choice of a line stands at its beginning, or the question runs on into "A)".
    if (!match || (starts.length === 0 && from > 0 && line.slice(0, match.index).trim() !== ''))
      break;
    starts.push({ at: match.index, end: pattern.lastIndex, starred: match[1] === '*' });
    position = pattern.lastIndex;
  }
  // "See figure (a) or (b)" is a sentence; three letters after each other in a question are its choices.
  const runsOn = starts.length > 0 && line.slice(0, elementAt(starts, 0).at).trim() !== '';
  if (runsOn && starts.length < leastInQuestion) return { before: line, choices: [] };
  return {
    before: starts.length === 0 ? line : line.slice(0, elementAt(starts, 0).at),
    choices: starts.map(({ end, starred }, index) => ({
      text: line.slice(end, starts[index + 1]?.at).replace(/(?:\s|&nbsp;|[,;])+$/, ''),
      starred,
    })),
  };
}
