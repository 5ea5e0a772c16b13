import { z } from 'zod';
import { fold, foldEverything } from '../scoring';
import { sentence } from './sentences';

/** A class holds at most so many; a whole school comes in as a OneRoster zip, class by class. */
export const mostInClass = 500;

const oneLine = (limit: number) =>
  z.string().trim().max(limit, sentence('atMostCharacters', { limit }));

/** One student as a list, a file or the roster service names them. What a list does not say is empty. */
export const listedStudent = z.strictObject({
  /** The line of the list, for people; the place in the request when there is no list. */
  line: z.int().min(1),
  givenName: oneLine(80).min(1, sentence('firstNameIsMissing')),
  familyName: oneLine(80),
  studentNumber: oneLine(40),
  email: z.union([z.literal(''), z.email(sentence('thatIsNotEMail')).max(254)]),
  grade: z
    .int(sentence('gradeIsWholeNumber'))
    .min(0, sentence('gradeIsFrom0To'))
    .max(13, sentence('gradeIsFrom0To'))
    .nullable(),
  rosterNumber: z
    .int(sentence('rosterNumberIsWholeNumber'))
    .min(1)
    .max(999, sentence('rosterNumberIsAtMost'))
    .nullable(),
  /** The id under which the roster service or a OneRoster file knows the student. */
  sourcedId: oneLine(64).nullable(),
});
export type ListedStudent = z.infer<typeof listedStudent>;

/** Given and family name as they are read aloud. */
export const nameOf = (person: { givenName: string; familyName: string }) =>
  `${person.givenName} ${person.familyName}`.trim();

/** So that “José  Nuñez” and “jose nunez” are one name. */
export const foldName = (name: string) =>
  fold(name, foldEverything).replace(/ø/g, 'o').replace(/ł/g, 'l');
