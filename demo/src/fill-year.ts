import { createConnection } from 'mariadb';
import { parseArgs } from 'node:util';
import { writeYear } from './year/write';

const { values } = parseArgs({
  options: {
    students: { type: 'string', default: '2000' },
    weeks: { type: 'string', default: '30' },
    seed: { type: 'string', default: 'year' },
  },
});
const whole = (name: 'students' | 'weeks', most: number): number => {
  const number = Number(values[name]);
  if (!Number.isInteger(number) || number < 1 || number > most)
    throw new Error(`--${name} is a whole number from 1 to ${most}.`);
  return number;
};
const spoken = (n: number) => n.toLocaleString('en');

async function main(): Promise<void> {
  const size = {
    students: whole('students', 20_000),
    weeks: whole('weeks', 60),
    seed: values.seed,
  };
  const connection = await createConnection({
    socketPath: process.env.OAKEN_SOCKET,
    user: 'root',
    database: process.env.OAKEN_DATABASE ?? 'oaken',
    timezone: 'Z',
  });
  try {
    const began = performance.now();
    const made = await writeYear(connection, size, Date.now(), ({ answers }) =>
      process.stdout.write(`${spoken(answers)} answers\n`),
    );
    const seconds = (performance.now() - began) / 1000;
    process.stdout.write(
      `${spoken(made.assignments)} assignments, ${spoken(made.attempts)} pieces of work, ${spoken(made.answers)} answers in ${Math.round(seconds)} s, ${spoken(Math.round(made.answers / seconds))} answers a second.\n`,
    );
  } finally {
    await connection.end();
  }
}

main().catch((error: Error) => {
  process.stderr.write(`The year could not be made: ${error.message}\n`);
  process.exit(5);
});
