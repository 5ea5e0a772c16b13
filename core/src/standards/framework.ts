import { z } from 'zod';
import { sentence } from './sentences';

/** One line of a framework: a strand or a goal, with the line that it stands under. */
export interface FrameworkLine {
  /** Names the line within its file. */
  key: string;
  parent: string | null;
  code: string;
  statement: string;
  grades: number[];
}

export interface FrameworkFile {
  name: string;
  publisher: string;
  subject: string;
  lines: FrameworkLine[];
}

/** Why a file is no framework, in a sentence, with the place where it has one. */
export class FrameworkProblem extends Error {
  override name = 'FrameworkProblem';
}

export const mostLines = 10_000;
const longest = { code: 60, statement: 1000, name: 200 };

const grades: Record<string, number> = { K: 0, KG: 0, PK: 0, TK: 0 };

/** Grades as frameworks write them: “KG”, “06”, “6-8”, “6;7”. Those outside of 0 to 13 are left out. */
export function readGrades(text: string): number[] {
  const branch = new Set<number>();
  for (const piece of text.split(/[;,\s]+/).filter(Boolean)) {
    const [from, to = from] = piece
      .split(/[-–]/)
      .map((word) => grades[word.toUpperCase()] ?? Number(word));
    if (from === undefined || to === undefined || Number.isNaN(from) || Number.isNaN(to)) continue;
    for (let grade = Math.max(0, from); grade <= Math.min(13, to); grade++) branch.add(grade);
  }
  return [...branch].sort((a, b) => a - b);
}

/**
 * Parents before children, each under a parent that is there, with codes of its own.
 *
 * @throws FrameworkProblem for circles, too many lines, or none
 */
export function ordered(lines: FrameworkLine[]): FrameworkLine[] {
  if (lines.length === 0) throw new FrameworkProblem(sentence('thereIsNoStandardIn'));
  if (lines.length > mostLines)
    throw new FrameworkProblem(
      sentence('atMostStandardsCanBe', { mostLines: mostLines.toLocaleString('en') }),
    );
  const byKey = new Map(lines.map((line) => [line.key, line]));
  const children = new Map<string | null, FrameworkLine[]>();
  for (const line of lines) {
    const parent = line.parent !== null && byKey.has(line.parent) ? line.parent : null;
    const siblings = children.get(parent);
    if (siblings) siblings.push({ ...line, parent });
    else children.set(parent, [{ ...line, parent }]);
  }
  const result: FrameworkLine[] = [];
  const codes = new Set<string>();
  const waiting = [...(children.get(null) ?? [])].reverse();
  for (let line = waiting.pop(); line; line = waiting.pop()) {
    const code = freeCode(line.code || line.statement, codes);
    codes.add(code.toLowerCase());
    result.push({ ...line, code, statement: line.statement.slice(0, longest.statement) });
    waiting.push(...[...(children.get(line.key) ?? [])].reverse());
  }
  if (result.length < lines.length)
    throw new FrameworkProblem(sentence('someStandardsAreUnderEach'));
  return result;
}

/** Codes are unique within a framework; a second of one code gets a number. */
function freeCode(wanted: string, taken: ReadonlySet<string>): string {
  const code = wanted.slice(0, longest.code).trim();
  if (!taken.has(code.toLowerCase())) return code;
  for (let n = 2; ; n++) {
    const numbered = `${code.slice(0, longest.code - 5)} (${n})`;
    if (!taken.has(numbered.toLowerCase())) return numbered;
  }
}

export const frameworkFacts = z.strictObject({
  name: z.string().trim().min(1, sentence('giveFrameworkName')).max(longest.name),
  publisher: z.string().trim().max(longest.name),
  subject: z.string().trim().min(1, sentence('sayWhichSubjectIsFor')).max(60),
});
