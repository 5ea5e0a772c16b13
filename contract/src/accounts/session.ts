import { languageNames, type Language } from '@oaken/words/languages';
import { z } from 'zod';
import { endpoint, id, instant } from '../endpoint/define';
import { sentence } from './sentences';

export const language = z.enum(Object.keys(languageNames) as [Language, ...Language[]]);

export const account = z.object({
  id,
  role: z.enum(['administrator', 'teacher', 'student']),
  givenName: z.string(),
  familyName: z.string(),
  /** In which pages, letters and reports are written to them; null until they choose. */
  language: language.nullable(),
});
export type Account = z.infer<typeof account>;

export const sessionAnswer = z.object({
  account: account.nullable(),
  /** To be sent as X-CSRF-Token with every change; null without a session. */
  csrf: z.string().nullable(),
  school: z.object({
    name: z.string(),
    zone: z.string(),
    /** An administrator has said what the school’s network is. */
    hasNetwork: z.boolean(),
  }),
  /** Everybody knows the passwords of the demonstration; its pages say so. */
  demonstration: z.boolean(),
  now: instant,
});

export const readSession = endpoint({
  method: 'GET',
  path: '/api/session',
  who: 'anyone',
  does: 'Says who is signed in, and the school’s name and time zone.',
  answer: sessionAnswer,
});

export const signInStaff = endpoint({
  method: 'POST',
  path: '/api/session/staff',
  who: 'anyone',
  does: 'Signs a teacher or administrator in.',
  body: z.strictObject({
    name: z.string().trim().min(1, sentence('typeYourSignInName')).max(120),
    password: z.string().min(1, sentence('typeYourPassword')).max(200),
  }),
  answer: sessionAnswer,
});

export const classCode = z
  .string()
  .transform((typed) => typed.toUpperCase().replace(/[^A-Z0-9]/g, ''))
  .pipe(z.string().length(6, sentence('classCodeHasSixLetters')));

export const findClass = endpoint({
  method: 'POST',
  path: '/api/session/class',
  who: 'anyone',
  does: 'Gives the names of a class to choose one’s own from, for a class code.',
  body: z.strictObject({ code: classCode }),
  answer: z.object({
    name: z.string(),
    students: z.array(z.object({ id, name: z.string() })),
    /** Whoever is not on the list may put themselves on it now. */
    joining: z.boolean(),
    /** The class is being asked, and whoever is not on the list may come in with a name that they type. */
    guests: z.boolean(),
  }),
});

export const joinClass = endpoint({
  method: 'POST',
  path: '/api/session/join',
  who: 'anyone',
  does: 'Puts a student on the roster of a class that is open for it, and signs them in; the passcode is shown this once.',
  body: z.strictObject({
    code: classCode,
    givenName: z.string().trim().min(1, sentence('typeYourFirstName')).max(80),
    familyName: z.string().trim().min(1, sentence('typeYourLastName')).max(80),
    studentNumber: z.string().trim().max(40),
  }),
  answer: sessionAnswer.extend({ passcode: z.string() }),
});

export const signInStudent = endpoint({
  method: 'POST',
  path: '/api/session/student',
  who: 'anyone',
  does: 'Signs a student in with class code, name from the list and passcode.',
  body: z.strictObject({
    code: classCode,
    studentId: id,
    passcode: z.string().trim().min(1, sentence('typeYourPasscode')).max(40),
  }),
  answer: sessionAnswer,
});

export const signOut = endpoint({
  method: 'DELETE',
  path: '/api/session',
  who: 'anyone',
  does: 'Ends the session.',
  answer: z.object({}),
});

export const chooseLanguage = endpoint({
  method: 'PUT',
  path: '/api/session/language',
  who: 'signed-in',
  does: 'Keeps the language in which pages, letters and reports are written to whoever is signed in.',
  body: z.strictObject({ language }),
  answer: z.object({}),
});
