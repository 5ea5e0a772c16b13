/** Finding anything by a few letters: what the asker may see, and nothing else. */
import { openSchool, type School, type Visitor } from './support/school';

let school: School;
let holloway: Visitor;
let nwosu: Visitor;
beforeAll(async () => {
  school = await openSchool();
  holloway = await school.staff('holloway');
  nwosu = await school.staff('nwosu');
});
afterAll(() => school.close());

const find = async (words: string, by = holloway) =>
  (await by.ok('GET', `/api/anything?words=${encodeURIComponent(words)}`)).things;
const titles = async (kind: string, words: string, by = holloway) =>
  (await find(words, by)).filter((thing) => thing.kind === kind).map(({ title }) => title);

test.each([
  ['test', 'scale draw', 'Equations and scale drawings'],
  ['assignment', 'ratios unit', 'Ratios and unit rates'],
  ['class', '6b', '6B'],
])('of kind %s: “%s” finds it', async (kind, words, title) => {
  expect(await titles(kind, words)).toContain(title);
});

test('an item is found by its words', async () => {
  expect((await titles('item', 'notebooks cost'))[0]).toMatch(/notebooks/);
});

describe('a student of my class', () => {
  async function somebody() {
    const { classes } = await holloway.ok('GET', '/api/classes');
    const { id, name } = classes.find((schoolClass) => schoolClass.name === '6B')!;
    const { roster } = await holloway.ok('GET', `/api/classes/${id}`);
    const { id: studentId, givenName, familyName, studentNumber, rosterNumber } = roster[0]!;
    const thing = {
      kind: 'student',
      id: studentId,
      classId: id,
      title: `${givenName} ${familyName}`,
      detail: `${name} no. ${rosterNumber}`,
    };
    return { thing, givenName, familyName, studentNumber: studentNumber! };
  }

  test('is found by the beginnings of both names, in any order', async () => {
    const { thing, givenName, familyName } = await somebody();
    expect(await find(`${familyName.slice(0, 3)} ${givenName.slice(0, 3)}`)).toContainEqual(thing);
  });
  test('is found by number', async () => {
    const { thing, studentNumber } = await somebody();
    expect(await find(studentNumber)).toEqual([thing]);
  });
  test('is not found by who does not teach the class', async () => {
    const { thing } = await somebody();
    expect(await titles('student', thing.title, nwosu)).toEqual([]);
  });
});

test('a colleague’s private test is not found', async () => {
  expect(await titles('test', 'scale draw', nwosu)).toEqual([]);
});

test('signs that a search could take for its own are letters like others', async () => {
  for (const words of ['%', '_', '\\', "'"]) expect(await titles('student', words)).toEqual([]);
});

test('of nothing typed nothing is found', async () => {
  expect(await find('   ')).toEqual([]);
});

test('students have no use for it', async () => {
  const student = await school.student('6B', 0);
  expect((await student.get('/api/anything?words=a')).status).toBe(403);
});
