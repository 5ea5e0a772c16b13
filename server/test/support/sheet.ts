/** One answer sheet with its questions, to be filled in by a test. */
import type { AnswerOf, api } from '@oaken/contract';
import { geometryOf, type SheetGeometry } from '@oaken/core/capture/sheets';
import { formOf } from '@oaken/core/forms';
import { numbered, paperQuestions, type PaperQuestion } from '@oaken/core/on-paper';
import { filledSheet, type FilledSheet, type Mark } from '@oaken/demo/paper';

type Line = AnswerOf<typeof api.readPaper>['sheets'][number];

/** What is filled in: by question, a letter for each of its rows, or several of one row. */
export type Marks = Readonly<Record<string, string>>;

export class Sheet {
  constructor(
    readonly id: number,
    readonly sheet: number,
    readonly number: number | null,
    readonly geometry: SheetGeometry,
    readonly questions: readonly PaperQuestion[],
  ) {}

  /** @param booklets those of the assignment, which say what was dealt to the sheet */
  static of(
    { id, sheet, rosterNumber }: Line,
    { edition, sheets }: AnswerOf<typeof api.readBooklets>,
  ): Sheet {
    const dealt = sheets.find((other) => other.sheet === sheet);
    if (!dealt) throw new Error(`There is no booklet for sheet ${sheet}.`);
    const questions = paperQuestions(numbered(formOf(edition, dealt, dealt)));
    const geometry = geometryOf({ paper: 'letter', questions: questions.map((q) => q.question) });
    return new Sheet(id, sheet, rosterNumber, geometry, questions);
  }

  /** @param marks with `~` after a letter for a light one, `+` for two in one row */
  filled(marks: Marks, how: Partial<FilledSheet> = {}): Promise<Buffer> {
    const page = how.page ?? 1;
    const { rows } = this.geometry.pages[page - 1]!;
    const seen = new Map<string, number>();
    const filled = rows.flatMap(({ question }, row) => {
      const place = seen.get(question) ?? 0;
      seen.set(question, place + 1);
      const said = (marks[question] ?? '').split(' ')[place] ?? '';
      return said
        .split('+')
        .flatMap((sign): { row: number; says: string; mark?: Mark }[] =>
          sign === '' ? [] : [{ row, says: sign[0]!, mark: sign.endsWith('~') ? 'light' : 'full' }],
        );
    });
    const { geometry, sheet, number } = this;
    return filledSheet({ geometry, sheet, page, number, marks: filled, ...how });
  }
}
