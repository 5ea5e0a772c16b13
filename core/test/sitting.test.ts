import { countDone, urgencyOf } from '@oaken/core/sitting';
import { atWall } from '@oaken/core/timing';

const zone = 'America/New_York';
function wall(text: string): number {
  const read = atWall(text, zone);
  if (!read.ok) throw new Error(read.message);
  return read.at;
}

describe('how soon work is due, on the school’s wall', () => {
  const now = wall('2026-11-30T08:00');
  const due = (closesAt: number | null, deadlineAt: number | null = null, isPractice = false) =>
    urgencyOf({ isPractice, closesAt, deadlineAt }, now, zone);

  test.each([
    ['closed, late work taken', '2026-11-30T07:59', 'late'],
    ['tonight, tomorrow in London', '2026-11-30T23:59', 'today'],
    ['in six days', '2026-12-06T23:59', 'week'],
    ['in seven days', '2026-12-07T08:00', 'later'],
  ])('%s', (_, time, urgency) => {
    expect(due(wall(time))).toBe(urgency);
  });
  test('never closing is for later, and what is under way is due when its time ends', () => {
    expect([due(null), due(null, wall('2026-11-30T09:00'))]).toEqual(['later', 'today']);
  });
  test('practice stays practice, whenever it closes', () => {
    expect(due(wall('2026-11-30T07:59'), null, true)).toBe('practice');
  });
  test('the days where the clock changes count as days', () => {
    const friday = wall('2026-10-30T08:00');
    const work = { isPractice: false, deadlineAt: null, closesAt: wall('2026-11-06T00:30') };
    // Seven midnights later, although that is an hour more than seven times 24 hours.
    expect(urgencyOf(work, friday, zone)).toBe('later');
  });
});

test('what is only read is no question, and half an answer is none', () => {
  expect(countDone(['answered', 'to read', 'partly', 'unanswered'])).toEqual({
    asked: 3,
    answered: 1,
  });
});
