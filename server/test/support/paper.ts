/** A class that answers on paper: sheets that are printed, filled in, and brought back through HTTP. */
import { unpackResults } from '@oaken/contract/results';
import type { FilledSheet } from '@oaken/demo/paper';
import { Sheet, type Marks } from './sheet';
import { clientKey, usualRules, wishes, type School, type Visitor } from './school';

export const choices = ['a', 'b', 'c', 'd'].map((id) => ({ id, text: `<p>${id}</p>` }));
export const parts = {
  choice: (key: string) => ({
    ...{ id: 'p', kind: 'single-choice', choices, key: [key] },
    rule: { rule: 'all-or-nothing', points: 1 },
  }),
  number: {
    ...{ id: 'p', kind: 'numeric' },
    key: { value: '12', tolerance: { by: 'exact' }, unitRequired: false },
    rule: { rule: 'all-or-nothing', points: 1 },
  },
  essay: { id: 'p', kind: 'long-text', guide: '', rule: { rule: 'by-hand', points: 4 } },
  word: {
    ...{ id: 'p', kind: 'short-text' },
    key: {
      variants: ['mean'],
      fold: { case: true, space: true, accents: true, punctuation: true },
    },
    rule: { rule: 'all-or-nothing', points: 1 },
  },
};

export class OnPaper {
  private constructor(
    readonly school: School,
    readonly teacher: Visitor,
    readonly assignmentId: number,
  ) {}

  static async begin(
    school: School,
    teacher: Visitor,
    asked: readonly object[],
    change: Record<string, unknown> = {},
  ): Promise<OnPaper> {
    const bank = (await teacher.ok('GET', '/api/banks')).banks.find(({ mine }) => mine)!.id;
    const itemIds: number[] = [];
    for (const part of asked)
      itemIds.push(
        (
          await teacher.ok('POST', '/api/items', {
            ...{ clientKey: clientKey(), bank, folder: null },
            content: {
              stem: '<p>Which?</p>',
              parts: [part],
              explanation: '',
              hints: [],
              notes: '',
            },
            facts: {
              ...{ subject: 'Science', grades: [6], standards: [], depth: 2, seconds: 60 },
              ...{ tags: [], author: '', licence: '' },
            },
          })
        ).id,
      );
    const { id: testId } = await teacher.ok('POST', '/api/tests', {
      ...{ clientKey: clientKey(), title: 'On paper', kind: 'quiz', itemIds },
    });
    const { version } = await teacher.ok('GET', `/api/tests/${testId}`);
    const { id } = await teacher.ok('POST', '/api/assignments', {
      ...{ clientKey: clientKey(), testId, testVersion: version },
      ...wishes([1], school.clock.now + 7 * 86_400_000),
      rules: usualRules,
      ...change,
    });
    return new OnPaper(school, teacher, id);
  }

  async print(spares = 0, shuffled = false): Promise<number> {
    const path = `/api/assignments/${this.assignmentId}/sheets` as const;
    return (await this.teacher.ok('POST', path, { paper: 'letter', spares, shuffled })).made;
  }

  overview = () => this.teacher.ok('GET', `/api/assignments/${this.assignmentId}/paper`);
  unclear = () => this.teacher.ok('GET', `/api/assignments/${this.assignmentId}/unclear`);
  results = async () =>
    unpackResults(await this.teacher.ok('GET', `/api/assignments/${this.assignmentId}/results`));

  async student(number: number) {
    const { students } = await this.results();
    return students.find(({ rosterNumber }) => rosterNumber === number)!;
  }

  /** What stands on the sheet of the student with a number; of a spare by its place among them. */
  async sheetOf(of: number | { spare: number }): Promise<Sheet> {
    const { sheets } = await this.overview();
    const spares = sheets.filter(({ student }) => student === null);
    const line =
      typeof of === 'number'
        ? sheets.find(({ rosterNumber }) => rosterNumber === of)!
        : spares[of.spare]!;
    const path = `/api/assignments/${this.assignmentId}/booklets` as const;
    return Sheet.of(line, await this.teacher.ok('GET', path));
  }

  /** Sends a file, which waits to be read. */
  async send(file: Uint8Array, name = 'scan.jpg'): Promise<number> {
    const path = `/api/assignments/${this.assignmentId}/scans?name=${encodeURIComponent(name)}`;
    const response = await fetch(this.school.base + path, {
      method: 'POST',
      headers: { cookie: this.teacher.cookie, 'x-csrf-token': this.teacher.csrf },
      body: Buffer.from(file),
    });
    return response.status;
  }

  /** Sends a file and reads it. */
  async bring(file: Uint8Array, name?: string): Promise<number> {
    const status = await this.send(file, name);
    await this.school.jobs();
    return status;
  }

  /** Fills in the sheet of a student and brings it in. */
  async sit(of: number | { spare: number }, marks: Marks, how: Partial<FilledSheet> = {}) {
    const sheet = await this.sheetOf(of);
    await this.bring(await sheet.filled(marks, how));
    return sheet;
  }
}
