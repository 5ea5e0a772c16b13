/** The strips of a class. */
import type { api, QueryOf } from '@oaken/contract';
import { highestNumber } from '@oaken/core/capture';
import { buffer } from 'node:stream/consumers';
import type { SignedIn } from '../access/signed-in';
import { readClassRoster } from '../classes/roster';
import type { Database } from '../database/connect';
import { Download } from '../http/download';
import { problem } from '../problems/problem';
import { stripsPdf, type StripOwner } from './strips-pdf';

type Wanted = QueryOf<typeof api.printStrips>;

/** @throws Problem 404 for a class that is not mine; 409 where nobody could hold one up */
export async function printStrips(
  database: Database,
  me: SignedIn,
  classId: number,
  { paper, size, names, spares }: Wanted,
): Promise<Download> {
  const { class: schoolClass, roster } = await readClassRoster(database, me, classId);
  const here = roster.filter(
    ({ leftAt, rosterNumber }) => leftAt === null && rosterNumber <= highestNumber,
  );
  const students = here.map(({ rosterNumber: number, givenName, familyName }): StripOwner => ({
    number,
    ...(names === 'yes' && { name: `${givenName} ${familyName}` }),
  }));
  const taken = new Set(students.map(({ number }) => number));
  const free = Array.from({ length: highestNumber }, (_, index) => index + 1)
    .filter((number) => !taken.has(number))
    .slice(0, spares)
    .map((number): StripOwner => ({ number }));
  const owners = [...students, ...free];
  if (owners.length === 0) throw problem('nobody-for-strips');
  const pdf = await buffer(stripsPdf(owners, { paper, size }));
  return new Download(`${schoolClass.name} strips.pdf`, 'application/pdf', pdf);
}
