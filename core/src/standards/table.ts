/** Frameworks as a table: a code, a statement, and under which code it stands. */
import { FrameworkProblem, ordered, readGrades, type FrameworkFile } from './framework';
import { sentence } from './sentences';

export const standardColumns = ['code', 'statement', 'parent', 'grades'] as const;

/**
 * @param rows by the names of their columns in small letters, with the line of each
 * @throws FrameworkProblem with the line of a row that is not whole
 */
export function readStandardRows(
  rows: { number: number; cells: Readonly<Record<string, string>> }[],
): FrameworkFile {
  const seen = new Map<string, number>();
  const lines = rows.map(({ number, cells }) => {
    const cell = (name: string) => (cells[name] ?? '').trim();
    const code = cell('code');
    if (code === '') throw new FrameworkProblem(sentence('lineHasNoCode', { number }));
    if (code.length > 60) throw new FrameworkProblem(sentence('lineCodeHasAtMost', { number }));
    const earlier = seen.get(code.toLowerCase());
    if (earlier !== undefined)
      throw new FrameworkProblem(sentence('linesAndHaveSameCode', { earlier, number, code }));
    seen.set(code.toLowerCase(), number);
    return {
      key: code.toLowerCase(),
      parent: cell('parent').toLowerCase() || null,
      code,
      statement: cell('statement') || code,
      grades: readGrades(cell('grades')),
      number,
    };
  });
  for (const { parent, number } of lines)
    if (parent !== null && !seen.has(parent))
      throw new FrameworkProblem(sentence('lineIsUnderWhichIs', { number, parent }));
  return {
    name: '',
    publisher: '',
    subject: '',
    lines: ordered(lines.map(({ number: _, ...line }) => line)),
  };
}
