/** How long questions were open on a page, as it is said to the server. */
import { TimeSpent } from '../src/seat/timeSpent';

let clock = 0;
const pass = (milliseconds: number) => (clock += milliseconds);
let time: TimeSpent;
beforeEach(() => {
  clock = 1_000;
  time = new TimeSpent(() => clock);
});

test('the time until now belongs to the question that was open', () => {
  pass(300);
  time.count('e1');
  pass(200);
  time.count('e2');
  expect(time.toSay()).toEqual([
    { entry: 'e1', ms: 300 },
    { entry: 'e2', ms: 200 },
  ]);
});

test('time in which nothing was seen belongs to none', () => {
  pass(300);
  time.count(null);
  pass(100);
  time.count('e1');
  expect(time.toSay()).toEqual([{ entry: 'e1', ms: 100 }]);
});

test('what is said is all of it, so that a sign that is lost loses nothing', () => {
  pass(300);
  time.count('e1');
  time.toSay();
  pass(200);
  time.count('e1');
  expect(time.toSay()).toEqual([{ entry: 'e1', ms: 500 }]);
});

test('what was heard is not said again', () => {
  pass(300);
  time.count('e1');
  time.told(time.toSay());
  expect([time.waits, time.toSay()]).toEqual([false, []]);
});

test('what was spent while a sign was on its way is said with the next one', () => {
  pass(300);
  time.count('e1');
  const sent = time.toSay();
  pass(50);
  time.count('e1');
  time.told(sent);
  expect(time.toSay()).toEqual([{ entry: 'e1', ms: 350 }]);
});
