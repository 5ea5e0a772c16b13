/** A test on paper, in the same results as on screens: sheets are printed, filled in, and brought back. */
import { openSchool, type School, type Visitor } from './support/school';
import { OnPaper, parts } from './support/paper';

let school: School;
let teacher: Visitor;
beforeAll(async () => {
  school = await openSchool();
  teacher = await school.staff('holloway');
});
afterAll(() => school.close());

const two = [parts.choice('a'), parts.choice('b')];

test('what is filled in on a sheet stands in the results of its student', async () => {
  const paper = await OnPaper.begin(school, teacher, two);
  await paper.print();
  await paper.sit(3, { 1: 'A', 2: 'C' });
  expect(await paper.student(3)).toMatchObject({ state: 'handed-in', points: 1, maxPoints: 2 });
});
