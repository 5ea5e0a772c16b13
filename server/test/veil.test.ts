/** The ids of what can be chosen: a student's page knows others than the author, and others for each attempt. */
import { forSitting, idsOf, partKinds, type Part, type SittingItem } from '@oaken/core/items';
import { item, parts } from '../../core/test/support/one-of-each';
import { fromJson, row } from './support/sql';
import { answer, giveTest, openSchool, type School, type Visitor } from './support/school';

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

interface Entry {
  id: string;
  item: SittingItem;
}

/** A student's attempt at items of one kind, with the contents as their author wrote them. */
async function sit(kind: string, place: number) {
  const { assignmentId, test: given } = await giveTest(school, teacher, { search: `kind=${kind}` });
  const student = await school.student('6B', place);
  const begin = () => student.ok('POST', `/api/seat/assignments/${assignmentId}/attempt`);
  const attempt = await begin();
  const entries: Entry[] = attempt.form.sections.flatMap((section) => section.entries);
  const written = ({ id }: Entry) => {
    const { revisionId } = given.outline.sections[0]!.entries.find((entry) => entry.id === id)!;
    return given.revisions.find((revision) => revision.id === revisionId)!.content;
  };
  const save = (...answers: unknown[]) =>
    student.ok('PUT', `/api/seat/attempts/${attempt.id}/answers`, { answers });
  return { attempt, entries, written, save, begin };
}

/** Kinds whose things an answer names by their ids; a survey is nobody's right answer. */
const choosing = partKinds.filter((kind) => {
  const [shown] = forSitting(item(parts[kind] as Part)).parts;
  return kind !== 'survey' && shown !== undefined && idsOf(shown).length > 0;
});

test.each(choosing)(
  '%s: an answer under the attempt’s ids is stored under the author’s, and comes back under the attempt’s',
  async (kind) => {
    const { attempt, entries, written, save, begin } = await sit(kind, 20);
    let checked = 0;
    for (const entry of entries) {
      const authors = forSitting(written(entry)).parts.map(idsOf);
      const [shown] = entry.item.parts.map(idsOf);
      if (!shown || shown.length === 0) continue;
      expect(shown.filter((id) => authors.flat().includes(id))).toEqual([]);
      const part = entry.item.parts[0]!.id;
      await save(answer(entry.id, 1, { [part]: [shown[0], `${shown[0]} ${shown.at(-1)}`] }));
      const stored = await row<{ responses: unknown }>(
        school.database,
        'SELECT responses FROM answers WHERE attempt_id = :attempt AND entry_id = :entry',
        { attempt: attempt.id, entry: entry.id },
      );
      const [text, pair] = fromJson<Record<string, string[]>>(stored!.responses)[part]!;
      expect([text, ...pair!.split(' ')].every((id) => authors[0]!.includes(id!))).toBe(true);
      const again = (await begin()).answers.find((answer) => answer.entry === entry.id);
      expect((again!.responses[part] as string[])[0]).toBe(shown[0]);
      checked++;
    }
    expect(checked).toBeGreaterThan(0);
  },
);

test('another attempt has others', async () => {
  const [first, two] = [await sit('single-choice', 21), await sit('single-choice', 22)];
  const idsIn = ({ entries }: typeof first) =>
    entries.flatMap(({ item }) => item.parts.flatMap(idsOf));
  expect(idsIn(first).filter((id) => idsIn(two).includes(id))).toEqual([]);
});
