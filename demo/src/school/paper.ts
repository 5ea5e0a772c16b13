/** A quiz that a class sat on paper: sheets that are back, six of them to be looked at, and some that are missing. */
import { scoreAttempt } from '@oaken/core/attempts';
import {
  geometryOf,
  type Doubt,
  type SheetGeometry,
  type SheetPage,
} from '@oaken/core/capture/sheets';
import { present, valueOf } from '@oaken/core/certain';
import type { Responses } from '@oaken/core/items';
import { numbered, paperQuestions, type PaperQuestion } from '@oaken/core/on-paper';
import { sumPoints } from '@oaken/core/scoring';
import { hour, minute } from '@oaken/core/timing';
import { createHash } from 'node:crypto';
import type { FilledSheet } from '../paper/filled-sheet';
import { onPaper } from '../plan';
import { answerOf } from '../simulate';
import type { Building, SimulatedStudent } from './building';
import { giveAndSit } from './giving';
import { putScores } from './sitting';
import { plannedTest, type PlannedTest } from './tests';

/** What is odd about a student’s sheet, by the place in the register. */
type Oddity = 'absent' | 'two-marks' | 'faint' | 'unclear' | 'torn' | 'spare' | 'again';
const oddities: Readonly<Record<number, Oddity>> = {
  ...{ 2: 'two-marks', 6: 'faint', 11: 'unclear', 13: 'torn', 16: 'spare', 4: 'again' },
  ...{ 9: 'absent', 19: 'absent' },
};
const conditions = { shuffleItems: false, shuffleChoices: false, accommodations: null };
const paperName = 'letter';
const device = 'paper0000000';
const copier = 'Room 12 copier.pdf';
const phone = 'Photo of a sheet.jpg';

interface Row {
  question: string;
  label: string;
  marks: string[];
  doubt: Doubt | null;
}

/** What all sheets have in common. */
interface Printed {
  building: Building;
  test: PlannedTest;
  questions: PaperQuestion[];
  geometry: SheetGeometry;
  page: SheetPage;
  readAt: number;
}

interface Sheet {
  id: number;
  student: SimulatedStudent | null;
  number: number | null;
  attemptId: number | null;
}

export async function putOnPaper(building: Building, id: number): Promise<void> {
  giveAndSit(building, id, onPaper);
  const test = plannedTest(building, id, onPaper);
  const questions = paperQuestions(numbered(test.edition));
  const geometry = geometryOf({
    paper: paperName,
    questions: questions.map(({ question }) => question),
  });
  const page = present(geometry.pages[0], 'page of the sheet');
  const printed = { building, test, questions, geometry, page, readAt: test.closes + 2 * hour };
  const scans = [putScan(printed, copier), putScan(printed, phone)] as const;
  const random = building.stream('on paper');
  const register = valueOf(building.roster, present(onPaper.classes[0], 'class'));
  for (const [index, student] of register.entries()) {
    const oddity = oddities[index] ?? null;
    const answers = new Map(
      test.entries.map(({ id: entry, item }) => [entry, answerOf(item, student.ability, random)]),
    );
    const rows = oddRows(rowsFor(printed, answers), oddity);
    const isTaken = oddity !== 'absent' && oddity !== 'torn' && oddity !== 'spare';
    const attemptId = isTaken ? putAttempt(printed, student, answers, rows) : null;
    const sheet = putSheet(printed, { student, number: index + 1, attemptId });
    if (isTaken) await putPage(printed, scans[0], sheet, rows, null);
    if (oddity === 'torn') await putPage(printed, scans[0], sheet, rows, 'no-code');
    if (oddity === 'again') await putPage(printed, scans[1], sheet, changed(rows), 'doubled');
    if (oddity === 'spare') {
      const spare = putSheet(printed, { student: null, number: null, attemptId: null });
      await putPage(printed, scans[0], spare, rows, 'whose');
    }
  }
  for (const scan of scans) closeScan(building, scan);
}

/** The rows of the page as somebody fills them who answers so. */
function rowsFor({ page, questions }: Printed, answers: ReadonlyMap<string, Responses>): Row[] {
  const seen = new Map<string, number>();
  return page.rows.map(({ question, label }) => {
    const place = seen.get(question) ?? 0;
    seen.set(question, place + 1);
    const asked = present(
      questions.find((other) => other.question.id === question),
      'question of the row',
    );
    const response = answers.get(asked.entry)?.[asked.part.id];
    return { question, label, marks: marksFor(asked, response, place), doubt: null };
  });
}

function marksFor({ part }: PaperQuestion, response: unknown, place: number): string[] {
  if (part.kind === 'single-choice') {
    const index = part.choices.findIndex(({ id }) => id === response);
    return index < 0 ? [] : ['ABCDEFGH'.charAt(index)];
  }
  const sign = typeof response === 'string' ? response.charAt(place) : '';
  return /[-−\d./]/.test(sign) ? [sign.replace('-', '−')] : [];
}

/** The first row, which is a choice, as nobody can be sure of it. */
function oddRows(rows: Row[], oddity: Oddity | null): Row[] {
  const [first, ...others] = rows;
  if (!first) return rows;
  const [mark = 'A'] = first.marks;
  const other = mark === 'A' ? 'B' : 'A';
  switch (oddity) {
    case 'two-marks':
      return [{ ...first, marks: [mark, other].sort(), doubt: 'two-marks' }, ...others];
    case 'faint':
    case 'unclear':
      return [{ ...first, marks: [mark], doubt: oddity }, ...others];
    default:
      return rows;
  }
}

/** The sheet as it looked before its student thought better of it. */
const changed = (rows: Row[]): Row[] =>
  rows.map((row, index) =>
    index === 1 ? { ...row, marks: [row.marks[0] === 'A' ? 'B' : 'A'] } : row,
  );

function putScan({ building, test, readAt }: Printed, name: string): string {
  const id = idOf(`scan ${name}`);
  building.put('scans', {
    ...{ id, school_id: 1, brought_by: test.by, assignment_id: test.id, name, state: 'done' },
    ...{ page_count: 0, read_count: 0, created_at: new Date(readAt) },
  });
  return id;
}

/** A scan has as many pages as were read of it. */
function closeScan(building: Building, id: string): void {
  const pages = valueOf(building.tables, 'scanned_pages').filter(
    ({ scan_id: scan }) => scan === id,
  );
  const scan = present(
    valueOf(building.tables, 'scans').find((row) => row.id === id),
    'scan',
  );
  scan.page_count = scan.read_count = pages.length;
}

const idOf = (name: string) => createHash('sha256').update(name).digest('base64url').slice(0, 22);

function putSheet(
  { building, test, geometry }: Printed,
  { student, number, attemptId }: Omit<Sheet, 'id'>,
): Sheet {
  const id = building.nextId('printed_sheets');
  building.put('printed_sheets', {
    ...{ id, assignment_id: test.id, edition_id: test.id, student_id: student?.id ?? null },
    ...{ sheet: id, layout_check: geometry.check, roster_number: number, paper: paperName },
    ...{ form: null, seat: 0, seed: idOf(`sheet ${id}`), conditions: JSON.stringify(conditions) },
    ...{ printed_by: test.by, printed_at: test.made, attempt_id: attemptId, page_count: 1 },
  });
  return { id, student, number, attemptId };
}

function putAttempt(
  { building, test, questions, readAt }: Printed,
  student: SimulatedStudent,
  given: ReadonlyMap<string, Responses>,
  rows: readonly Row[],
): number {
  const answers = new Map(given);
  for (const { doubt, question } of rows) {
    const asked = questions.find((other) => other.question.id === question);
    if (doubt !== null && asked) answers.set(asked.entry, { [asked.part.id]: { unclear: true } });
  }
  const seed = idOf(`attempt ${student.id}`);
  const scores = scoreAttempt(test.edition, answers, { seed, rules: conditions, ranOut: false });
  const points = sumPoints(scores.map((score) => score.points));
  const time = new Date(readAt);
  const id = building.put('attempts', {
    ...{ id: building.nextId('attempts'), assignment_id: test.id, student_id: student.id },
    ...{ number: 1, seed, conditions: JSON.stringify(conditions), began_at: time },
    ...{ handed_in_at: time, handed_in_by: 'paper', late: false, max_points: test.points },
    ...{ points, counted_points: points },
  });
  for (const [entry, responses] of answers)
    building.put('answers', {
      ...{ attempt_id: id, entry_id: entry, number: 1, device, flagged: false, saved_at: time },
      responses: JSON.stringify(responses),
    });
  putScores(building, id, scores);
  return id;
}

async function putPage(
  printed: Printed,
  scanId: string,
  sheet: Sheet,
  rows: readonly Row[],
  problem: 'no-code' | 'whose' | 'doubled' | null,
): Promise<void> {
  const { building, test, readAt } = printed;
  const pages = building.tables.get('scanned_pages') ?? [];
  const position = pages.filter(({ scan_id: scan }) => scan === scanId).length + 1;
  const isKnown = problem !== 'no-code';
  building.put('scanned_pages', {
    ...{ id: building.nextId('scanned_pages'), scan_id: scanId, position, assignment_id: test.id },
    printed_sheet_id: isKnown ? sheet.id : null,
    page: isKnown ? 1 : null,
    roster_number: isKnown ? sheet.number : null,
    state: problem === null ? 'taken' : 'waiting',
    problem,
    reading: isKnown ? JSON.stringify({ rows, fields: [] }) : null,
    open_rows: rows.filter(({ doubt }) => doubt !== null).length,
    picture_id: await putPicture(printed, sheet, rows, `${scanId} ${position}`, problem),
    read_at: new Date(readAt + position * minute),
  });
}

async function putPicture(
  { building, geometry, test, readAt }: Printed,
  sheet: Sheet,
  rows: readonly Row[],
  name: string,
  problem: string | null,
): Promise<string> {
  const id = idOf(`picture ${name}`);
  const bytes = await building.options.draw(drawn(geometry, test, sheet, rows, problem));
  building.put('files', {
    ...{ id, school_id: 1, name: 'sheet.jpg', type: 'image/jpeg', bytes: bytes.length },
    made_by: sheet.student && problem === null ? sheet.student.id : test.by,
    ...{ width: 1275, height: 1650, digest: createHash('sha256').update(bytes).digest() },
    ...{ attempt_id: problem === null ? sheet.attemptId : null, created_at: new Date(readAt) },
  });
  building.put('file_chunks', { file_id: id, number: 0, bytes });
  return id;
}

const handOf = (doubt: Doubt | null) => {
  if (doubt === 'faint') return 'light';
  return doubt === 'unclear' ? 'erased' : 'full';
};

const drawn = (
  geometry: SheetGeometry,
  test: PlannedTest,
  sheet: Sheet,
  rows: readonly Row[],
  problem: string | null,
): FilledSheet => ({
  ...{ geometry, sheet: sheet.id, page: 1, title: test.plan.title },
  // Half of the number is lost with the torn corner, so that nobody could tell whose it is.
  number: problem === 'no-code' ? null : sheet.number,
  torn: problem === 'no-code',
  marks: rows.flatMap(({ marks, doubt }, row) =>
    marks.map((says) => ({ row, says, mark: handOf(doubt) }) as const),
  ),
});
