/** Closing times in one press. */
import { atWall } from '@oaken/core/timing';
import { closingOffers } from '../src/desk/assignments/closingOffers';

const zone = 'America/New_York';
const offersAt = (wall: string) => {
  const reading = atWall(wall, zone);
  if (!reading.ok) throw new Error(reading.message);
  return Object.fromEntries(closingOffers(reading.at, zone).map(({ id, wall: at }) => [id, at]));
};

test('counted from the opening, on the school’s wall', () => {
  expect(offersAt('2026-12-04T09:02')).toEqual({
    period: '2026-12-04T09:50',
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
