/** Pages and acts by the first letters of their words. */
import { placesNamed } from '../src/desk/anything/places';

const names = (typed: string, role = 'teacher') => placesNamed(typed, role).map(({ name }) => name);

test('every word must begin a word of the name', () => {
  expect(names('new t')).toEqual(['New test']);
  expect(names('ew')).toEqual([]);
});
test('nothing typed lists all that this person may open', () => {
  expect(names('')).toContain('Marking');
  expect(names('', 'administrator')).not.toContain('Marking');
  expect(names('', 'administrator')).toContain('People');
});
