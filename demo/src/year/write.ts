/** Adds a school year to a database: classes, tests, and what was sat and earned in them, week by week. */
import { elementAt } from '@oaken/core/certain';
import { randomFrom } from '@oaken/core/random';
import type { Connection } from 'mariadb';
import { schoolDay } from '../calendar';
import { readAskable, type Askable } from './askable';
import { writePeople } from './enroll';
import { writeFigures } from './figures';
import type { YearClass } from './people';
import { writeAssignment, writeTest } from './rows';
import { targetOf, type Target, type YearSize } from './target';
import type { YearEntry } from './work';

export type { YearSize };
export interface WrittenYear {
  assignments: number;
  attempts: number;
  answers: number;
}

const questions = 20;
const schoolDaysInWeek = 5;

function testItems(askable: readonly Askable[], subject: string, stream: string): YearEntry[] {
  const fitting = askable.filter((item) => item.subject === subject);
  const chosen = randomFrom(stream).shuffle(fitting).slice(0, questions);
  return chosen.map((item, index) => ({ id: `y${String(index + 1).padStart(5, '0')}`, item }));
}

/** A year of which the weeks are written one by one. */
export interface YearWriter {
  /**
   * What the classes sat in a week.
   *
   * @param week 1 is the first of the year
   * @param share which part of the classes, from 0 to 1
   */
  week(week: number, share?: { from: number; to: number }): Promise<WrittenYear>;
  /** What items are known by, once the weeks are there. */
  figures(): Promise<void>;
}

const added = (a: WrittenYear, b: WrittenYear): WrittenYear => ({
  assignments: a.assignments + b.assignments,
  attempts: a.attempts + b.attempts,
  answers: a.answers + b.answers,
});

/** Writes the people of a year at once. */
export async function beginYear(
  connection: Connection,
  size: YearSize,
  now: number,
): Promise<YearWriter> {
  const askable = await readAskable(connection);
  const subjects = [...new Set(askable.map(({ subject }) => subject))].sort();
  const target = await targetOf(connection, size, now);
  const classes = await unchecked(connection, () => writePeople(target, subjects));
  return {
    week: (week, share = { from: 0, to: 1 }) =>
      unchecked(connection, async () => {
        const pairs = classes.length / 2;
        const [from, to] = [Math.round(share.from * pairs), Math.round(share.to * pairs)];
        let done: WrittenYear = { assignments: 0, attempts: 0, answers: 0 };
        for (let pair = from; pair < to; pair++)
          done = added(
            done,
            await writeWeek(target, askable, classes.slice(2 * pair, 2 * pair + 2), week),
          );
        return done;
      }),
    figures: () => writeFigures(connection),
  };
}

/** What is written here points only at rows that are there. */
async function unchecked<Made>(connection: Connection, write: () => Promise<Made>): Promise<Made> {
  await connection.query('SET FOREIGN_KEY_CHECKS = 0, UNIQUE_CHECKS = 0');
  const made = await write();
  await connection.query('SET FOREIGN_KEY_CHECKS = 1, UNIQUE_CHECKS = 1');
  return made;
}

/** The test that a teacher gives both classes in a week. */
async function writeWeek(
  target: Target,
  askable: readonly Askable[],
  pair: readonly YearClass[],
  week: number,
): Promise<WrittenYear> {
  const { connection, size, now } = target;
  const before = (size.weeks - week + 1) * schoolDaysInWeek;
  const [opens, closes] = [schoolDay(now, -before, '08:00'), schoolDay(now, -before + 4, '16:00')];
  const first = elementAt(pair, 0);
  const title = `${first.subject}, week ${week}`;
  const entries = testItems(askable, first.subject, `${size.seed}/test/${first.id}/${week}`);
  const done: WrittenYear = { assignments: 0, attempts: 0, answers: 0 };
  await connection.beginTransaction();
  const editionId = await writeTest(target, first, { title, entries, opens });
  for (const yearClass of pair) {
    const given = { title, entries, opens, closes, editionId };
    const { attempts, answers } = await writeAssignment(target, yearClass, given);
    done.assignments += 1;
    done.attempts += attempts.length;
    done.answers += answers.length;
  }
  await connection.commit();
  return done;
}

/** @param progress hears how many answers there are, after each week */
export async function writeYear(
  connection: Connection,
  size: YearSize,
  now: number,
  progress: (done: WrittenYear) => void = () => {},
): Promise<WrittenYear> {
  const year = await beginYear(connection, size, now);
  let done: WrittenYear = { assignments: 0, attempts: 0, answers: 0 };
  for (let week = 1; week <= size.weeks; week++) {
    done = added(done, await year.week(week));
    progress(done);
  }
  await year.figures();
  return done;
}
