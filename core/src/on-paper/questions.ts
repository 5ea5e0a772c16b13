/** The questions of a test as an answer sheet has them, and back from its marks to responses. */
import { sheetQuestion, type SheetQuestion } from '../capture/sheets/layout';
import { entriesOf, type Edition } from '../forms';
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

/** The entries of one student's form, numbered as their booklet numbers them. */
export const numbered = (form: Pick<Edition, 'sections'>): PaperEntry[] =>
  entriesOf(form).map(({ id, content }, index) => ({ id, number: index + 1, content }));

/** @returns in the order of the entries, numbered as in the booklet: “4”, or “4a”, “4b” where an item has several parts */
export function paperQuestions(entries: readonly PaperEntry[]): PaperQuestion[] {
  return entries.flatMap(({ id: entry, number, content: { parts } }) =>
    parts.flatMap((part, index) => {
      const shape = shapeOf(part);
      if (!shape) return [];
      const letter = parts.length > 1 ? choiceLetter(index).toLowerCase() : '';
      // As a layout has it that was read, so that both make the same sheet.
      const question = sheetQuestion.parse({ ...shape.question, id: `${number}${letter}` });
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

/** What was read of a page. */
export interface PageRead {
  rows: readonly { question: string; marks: readonly string[]; doubt: string | null }[];
  /** Frames; those in which something stands have a picture, by its address. */
  fields: readonly { question: string; picture: string | null }[];
}

/**
 * Everything that a student answered on paper. What a person has still to look at is no answer yet and no blank either;
 * what was written into a frame is answered by its picture.
 *
 * @param pages of one sheet
 * @returns by entry; those without any mark are left out
 */
export function answersOnPages(
  questions: readonly PaperQuestion[],
  pages: readonly PageRead[],
): Map<string, Responses> {
  const rows = pages.flatMap((page) => page.rows);
  const fields = pages.flatMap((page) => page.fields);
  const unclear = new Set(rows.flatMap(({ question, doubt }) => (doubt === null ? [] : question)));
  const clear = questions.filter(({ question }) => !unclear.has(question.id));
  const answers = responsesFrom(clear, rows);
  const put = (entry: string, { id }: Part, response: unknown) =>
    answers.set(entry, { ...answers.get(entry), [id]: response });
  for (const { question, entry, part } of questions) {
    if (unclear.has(question.id)) put(entry, part, { unclear: true });
    const pictures = fields.flatMap((field) =>
      field.question === question.id && field.picture !== null ? field.picture : [],
    );
    if (pictures.length > 0)
      put(entry, part, part.kind === 'upload' ? pictures : { handwritten: pictures });
  }
  return answers;
}
