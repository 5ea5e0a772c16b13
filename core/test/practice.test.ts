import { checked, isDone, isSolved, practiceShare, untouched, type Practised } from '@oaken/core/practice';
import fc from 'fast-check';

test('each wrong try takes off its share, a shown answer gives none', () => {
  const after = (...shares: number[]) => shares.reduce((own: Practised, share) => checked(own, share), untouched);
  const gives = (own: Practised) => practiceShare(own, 1 / 3, 0);
  expect(gives(after(1))).toBe(1);
  expect(gives(after(0, 1))).toBeCloseTo(2 / 3, 5);
  expect(gives(after(0, 0, 1))).toBeCloseTo(1 / 3, 5);
  expect(gives(after(0, 0, 0, 1))).toBe(0);
  // Half right at the second try and left so: half of what was left then.
  expect(gives(after(0, 0.5))).toBeCloseTo(1 / 3, 5);
  expect(practiceShare({ ...after(0.5), shown: true }, 1 / 3, 1)).toBe(0);
  expect(practiceShare(untouched, 1 / 3, 0.5)).toBe(0.5);
  expect([isDone(untouched), isSolved(after(1)), isDone({ ...untouched, shown: true })]).toEqual([false, true, true]);
});

test('more tries never give more, and nothing changes once it is done', () => {
  const share = fc.constantFrom(0, 0.25, 0.5, 0.75);
  fc.assert(
    fc.property(fc.array(share, { maxLength: 8 }), fc.double({ min: 0, max: 1, noNaN: true }), fc.constantFrom(0, 0.25, 1 / 3, 1), (tries, last, off) => {
      const before = tries.reduce((own: Practised, one) => checked(own, one), untouched);
      const now = practiceShare(checked(before, last), off, 0);
      const later = practiceShare(checked(checked(before, 0), last), off, 0);
      expect(now).toBeGreaterThanOrEqual(0);
      expect(now).toBeLessThanOrEqual(last + 1e-6);
      if (last < 1) expect(later).toBeLessThanOrEqual(now + 1e-6);
      const done = checked(before, 1);
      expect(checked(done, 0)).toBe(done);
    }),
  ); // prettier-ignore
});
