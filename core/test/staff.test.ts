import { readStaffList } from '../src/staff';
import { readGrades } from '../src/standards';

const named = (text: string, taken: string[] = []) =>
  readStaffList(text, taken).people.map(({ givenName, familyName, signInName, email, role }) => [
    givenName,
    familyName,
    signInName,
    email,
    role,
  ]);

test.each([
  [
    'names alone',
    'Ana Lee\nBo Díaz',
    [
      ['Ana', 'Lee', 'ana.lee', '', 'teacher'],
      ['Bo', 'Díaz', 'bo.diaz', '', 'teacher'],
    ],
  ],
  [
    'names and addresses',
    'Ana Lee, ana@school.example',
    [['Ana', 'Lee', 'ana.lee', 'ana@school.example', 'teacher']],
  ],
  [
    'columns',
    'First name;Last name;Role\nAna;Lee;Administrator',
    [['Ana', 'Lee', 'ana.lee', '', 'administrator']],
  ],
  [
    'columns with sign-in names',
    'Name\tSign-in name\nAna Lee\tALee',
    [['Ana', 'Lee', 'alee', '', 'teacher']],
  ],
  [
    'two of one name',
    'Ana Lee\nAna Lee',
    [
      ['Ana', 'Lee', 'ana.lee', '', 'teacher'],
      ['Ana', 'Lee', 'ana.lee2', '', 'teacher'],
    ],
  ],
])('%s', (_, text, expected) => expect(named(text)).toEqual(expected));

test('a name that is used at the school already gets a number', () => {
  expect(named('Ana Lee', ['ana.lee'])[0]![2]).toBe('ana.lee2');
});

test('what is wrong is said with its line, and the rest is read', () => {
  const { people, problems } = readStaffList('Ana\nBo Díaz, bo@\nCy Young');
  expect(people.map(({ givenName }) => givenName)).toEqual(['Cy']);
  expect(problems).toEqual([
    { line: 1, message: 'The last name is missing.' },
    { line: 2, message: 'That is not an e-mail address.' },
  ]);
});

test.each([
  ['KG', [0]],
  ['06', [6]],
  ['6-8', [6, 7, 8]],
  ['5; 7', [5, 7]],
  ['adult', []],
  ['1-99', [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13]],
])('grades written as “%s”', (text, expected) => expect(readGrades(text)).toEqual(expected));
