/** Closing times in one press. */
import { atWall } from '@oaken/core/timing';
import { closingOffers, type MeetingClass } from '../src/desk/assignments/closingOffers';

const zone = 'America/New_York';
const offersFor = (wall: string, classes: readonly MeetingClass[]) => {
  const reading = atWall(wall, zone);
  if (!reading.ok) throw new Error(reading.message);
  return closingOffers(reading.at, zone, classes);
};
const offersAt = (wall: string) =>
  Object.fromEntries(offersFor(wall, []).map(({ id, wall: at }) => [id, at]));

test('counted from the opening, on the school’s wall', () => {
  expect(offersAt('2026-12-04T09:02')).toEqual({
    after45: '2026-12-04T09:50',
    today: '2026-12-04T15:30',
    tomorrow: '2026-12-05T08:00',
    week: '2026-12-11T15:30',
  });
});

test('after school the same day is not offered', () => {
  expect(offersAt('2026-12-04T15:30')).not.toHaveProperty('today');
});

// In 2026 American clocks went back an hour on November 1.
test('a week over a change of the clocks keeps its time of day', () => {
  expect(offersAt('2026-10-30T09:00')).toMatchObject({ week: '2026-11-06T15:30' });
});

const sixB = { name: '6B', meetsUntil: '09:40' };
const sixD = { name: '6D', meetsUntil: '11:20' };
const periodsAt = (wall: string, classes: readonly MeetingClass[]) =>
  offersFor(wall, classes)
    .filter(({ id }) => id === 'period' || id === 'after45')
    .map(({ id, of, wall: at }) => [id, of, at]);

test('a class that says when it meets is offered the end of its period', () => {
  expect(periodsAt('2026-12-04T09:02', [sixB])).toEqual([['period', null, '2026-12-04T09:40']]);
});

test('two classes at two times are offered each its own, the earlier one first', () => {
  expect(periodsAt('2026-12-04T09:02', [sixD, sixB])).toEqual([
    ['period', '6B', '2026-12-04T09:40'],
    ['period', '6D', '2026-12-04T11:20'],
  ]);
});

test('two classes that end together are offered one time', () => {
  expect(periodsAt('2026-12-04T09:02', [sixB, { ...sixB, name: '6C' }])).toHaveLength(1);
});

test('once every period is over, 45 minutes are offered again', () => {
  expect(periodsAt('2026-12-04T09:40', [sixB])).toEqual([['after45', null, '2026-12-04T10:25']]);
});
