import {
  checked,
  isDone,
  isSolved,
  nextWorth,
  practiceShare,
  untouched,
  type Practised,
} from '@oaken/core/practice';
import fc from 'fast-check';

test('each wrong try takes off its share, a shown answer gives none', () => {
  const after = (...shares: number[]) =>
    shares.reduce((practised: Practised, share) => checked(practised, share, 1 / 3), untouched);
  const gives = (practised: Practised) => practiceShare(practised, 1 / 3, 0);
  expect(gives(after(1))).toBe(1);
  expect(gives(after(0, 1))).toBeCloseTo(2 / 3, 5);
  expect(gives(after(0, 0, 1))).toBeCloseTo(1 / 3, 5);
  expect(gives(after(0, 0, 0, 1))).toBe(0);
  // Half right at the second try and left so: half of what was left then.
  expect(gives(after(0, 0.5))).toBeCloseTo(1 / 3, 5);
  expect(practiceShare({ ...after(0.5), shown: true }, 1 / 3, 1)).toBe(0);
  expect(practiceShare(untouched, 1 / 3, 0.5)).toBe(0.5);
  expect([isDone(untouched), isSolved(after(1)), isDone({ ...untouched, shown: true })]).toEqual([
    false,
    true,
    true,
  ]);
});

const share = fc.constantFrom(0, 0.25, 0.5, 0.75, 5 / 6, 1);
const off = fc.constantFrom(0, 0.25, 1 / 3, 1);
const after = (shares: number[], price: number) =>
  shares.reduce((practised: Practised, each) => checked(practised, each, price), untouched);

test('a later try never lowers what was earned, and right at once is the best', () =>
  fc.assert(
    fc.property(
      fc.array(share, { minLength: 1, maxLength: 8 }),
      share,
      off,
      (tries, next, price) => {
        const before = practiceShare(after(tries, price), price, 0);
        expect(practiceShare(after([...tries, next], price), price, 0)).toBeGreaterThanOrEqual(
          before,
        );
        expect(before).toBeLessThanOrEqual(1);
        expect(before).toBeLessThanOrEqual(Math.max(...tries));
      },
    ),
  ));

test('a wrong try makes later ones worth less, and nothing changes once it is done', () =>
  fc.assert(
    fc.property(share, fc.constantFrom(0.25, 1 / 3), (last, price) => {
      expect(practiceShare(after([0, last], price), price, 0)).toBeCloseTo(last * (1 - price), 9);
      const done = after([0, 1], price);
      expect(checked(done, 0, price)).toBe(done);
    }),
  ));

test('five of six in order and then corrected earns no less than five of six left alone', () => {
  const gives = (...shares: number[]) => practiceShare(after(shares, 1 / 3), 1 / 3, 0);
  expect([gives(5 / 6), gives(5 / 6, 1), gives(0, 1)]).toEqual([
    expect.closeTo(5 / 6, 9),
    expect.closeTo(5 / 6, 9),
    expect.closeTo(2 / 3, 9),
  ]);
  expect(nextWorth(after([5 / 6], 1 / 3), 1 / 3)).toBeCloseTo(5 / 6, 9);
  expect(nextWorth(after([0], 1 / 3), 1 / 3)).toBeCloseTo(2 / 3, 9);
});

test('once no try is left nothing changes, and what was earned stays', () => {
  const [first, second] = [checked(untouched, 0.5, 0.25, 2), untouched];
  expect(isDone(first, 2)).toBe(false);
  const spent = checked(checked(second, 0.5, 0.25, 2), 0.5, 0.25, 2);
  expect(isDone(spent, 2)).toBe(true);
  expect(checked(spent, 1, 0.25, 2)).toBe(spent);
  expect(practiceShare(spent, 0.25, 1)).toBe(0.5);
});
