/** The questions of a test as an answer sheet has them, and back from its marks to responses. */
import type { SheetQuestion } from '../capture/sheets/layout';
import { choiceLetter, kindOf, type ItemContent, type Part, type Responses } from '../items';
import { shapeOf, type MarkedRows } from './shapes';

export interface PaperEntry {
  id: string;
  /** As the booklet numbers it. */
  number: number;
  /** With its choices in the order of the booklet. */
  content: ItemContent;
}

export interface PaperQuestion {
  question: SheetQuestion;
  entry: string;
  part: Part;
  read: ((rows: MarkedRows) => unknown) | null;
}

/** @returns in the order of the entries, numbered as in the booklet: “4”, or “4a”, “4b” where an item has several parts */
export function paperQuestions(entries: readonly PaperEntry[]): PaperQuestion[] {
  return entries.flatMap(({ id: entry, number, content: { parts } }) =>
    parts.flatMap((part, index) => {
      const shape = shapeOf(part);
      if (!shape) return [];
      const letter = parts.length > 1 ? choiceLetter(index).toLowerCase() : '';
      const question = { ...shape.question, id: `${number}${letter}` } as SheetQuestion;
      return { question, entry, part, read: shape.read };
    }),
  );
}

/**
 * What was marked, as it would have been answered on a screen.
 *
 * @param rows of the sheet in their order, each with the question that it belongs to
 * @returns by entry; parts without a mark, and those in frames, are left out
 */
export function responsesFrom(
  questions: readonly PaperQuestion[],
  rows: readonly { question: string; marks: readonly string[] }[],
): Map<string, Responses> {
  const byEntry = new Map<string, Responses>();
  for (const { question, entry, part, read } of questions) {
    const marked = rows.filter((row) => row.question === question.id).map(({ marks }) => marks);
    const response = read?.(marked);
    if (response === undefined || kindOf(part).isEmpty(response)) continue;
    byEntry.set(entry, { ...byEntry.get(entry), [part.id]: response } as Responses);
  }
  return byEntry;
}
