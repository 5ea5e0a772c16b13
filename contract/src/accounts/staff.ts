/** The school's staff, as its administrators look after it; and everybody's own account. */
import { listedPerson, mostStaff, password, signInName } from '@oaken/core/staff';
import { z } from 'zod';
import { endpoint, id, idInPath, instant, roomy } from '../endpoint/define';
import { account, sessionAnswer } from './session';
import { sentence } from './sentences';

const token = z.string().regex(/^[A-Za-z0-9_-]{43}$/, 'This link is incomplete. Copy it again.');

/** A link that leads one person in once; it is shown this once, since only its hash is kept. */
const personalLink = z.object({
  id,
  name: z.string(),
  signInName: z.string(),
  link: z.string(),
  until: instant,
});
export type PersonalLink = z.infer<typeof personalLink>;

export const staffRow = account.omit({ language: true }).extend({
  signInName: z.string(),
  classes: z.number(),
  signedInAt: instant.nullable(),
  /** Cannot sign in. */
  blocked: z.boolean(),
});
export type StaffRow = z.infer<typeof staffRow>;

export const listAccounts = endpoint({
  method: 'GET',
  path: '/api/accounts',
  who: 'administrator',
  does: 'Lists the school’s staff and counts its people, classes and items.',
  answer: z.object({
    staff: z.array(staffRow),
    counts: z.object({
      students: z.number(),
      classes: z.number(),
      items: z.number(),
      standards: z.number(),
      attempts: z.number(),
    }),
  }),
});

export const addStaff = endpoint({
  method: 'POST',
  path: '/api/accounts',
  who: 'administrator',
  does: 'Adds people, all of them or none, and gives a one-time link for each to choose a password.',
  largest: roomy,
  body: z.strictObject({
    people: z.array(listedPerson).min(1, sentence('thereIsNobodyToAdd')).max(mostStaff),
  }),
  answer: z.object({ links: z.array(personalLink) }),
});

const accountId = z.object({ accountId: idInPath });

export const blockAccount = endpoint({
  method: 'POST',
  path: '/api/accounts/:accountId/blocked',
  who: 'administrator',
  does: 'Blocks somebody of the staff, whose sessions end at once; or lets them in again.',
  params: accountId,
  body: z.strictObject({ blocked: z.boolean() }),
  answer: z.object({}),
});

export const makePersonalLink = endpoint({
  method: 'POST',
  path: '/api/accounts/:accountId/link',
  who: 'administrator',
  does: 'Gives a one-time link with which somebody of the staff chooses a new password; earlier links end.',
  params: accountId,
  answer: personalLink,
});

export const readPersonalLink = endpoint({
  method: 'POST',
  path: '/api/session/personal-link',
  who: 'anyone',
  does: 'Says whom a one-time link is for.',
  body: z.strictObject({ token }),
  answer: z.object({ name: z.string(), signInName: z.string() }),
});

export const choosePassword = endpoint({
  method: 'POST',
  path: '/api/session/personal-link/password',
  who: 'anyone',
  does: 'Sets the password of the person whom a one-time link is for, and signs them in; the link ends.',
  body: z.strictObject({ token, password }),
  answer: sessionAnswer,
});

export const readSetup = endpoint({
  method: 'POST',
  path: '/api/setup/link',
  who: 'anyone',
  does: 'Says whether a link begins a school.',
  body: z.strictObject({ token }),
  answer: z.object({ zones: z.array(z.string()) }),
});

export const beginSchool = endpoint({
  method: 'POST',
  path: '/api/setup',
  who: 'anyone',
  does: 'Begins the school with its first administrator, and signs them in; the link ends.',
  body: z.strictObject({
    token,
    school: z.strictObject({
      name: z.string().trim().min(1, sentence('typeSchoolsName')).max(120),
      zone: z.string().min(1, sentence('chooseTimeZone')).max(60),
      grades: z.array(z.int().min(0).max(13)).min(1, sentence('chooseAtLeastOneGrade')).max(14),
    }),
    administrator: z.strictObject({
      givenName: z.string().trim().min(1, sentence('typeYourFirstName')).max(80),
      familyName: z.string().trim().min(1, sentence('typeYourLastName')).max(80),
      signInName,
      password,
    }),
  }),
  answer: sessionAnswer,
});

export const changePassword = endpoint({
  method: 'POST',
  path: '/api/me/password',
  who: 'staff',
  does: 'Changes my password; all my other sessions end.',
  body: z.strictObject({
    old: z.string().min(1, sentence('typeYourCurrentPassword')).max(200),
    password,
  }),
  answer: z.object({}),
});

export const listSessions = endpoint({
  method: 'GET',
  path: '/api/me/sessions',
  who: 'staff',
  does: 'Says where I am signed in.',
  answer: z.object({
    signInName: z.string(),
    sessions: z.array(
      z.object({
        id: z.string(),
        browser: z.string(),
        address: z.string(),
        signedInAt: instant,
        here: z.boolean(),
      }),
    ),
  }),
});

export const endSession = endpoint({
  method: 'DELETE',
  path: '/api/me/sessions/:sessionId',
  who: 'staff',
  does: 'Signs me out somewhere else.',
  params: z.object({ sessionId: z.string().regex(/^[a-f0-9]{16}$/) }),
  answer: z.object({}),
});

export const readNetworks = endpoint({
  method: 'GET',
  path: '/api/school/networks',
  who: 'administrator',
  does: 'Gives the addresses and ranges that are the school’s network.',
  answer: z.object({
    networks: z.array(z.string()),
    /** The address that this request came from, as the server sees it. */
    here: z.string(),
  }),
});

export const setNetworks = endpoint({
  method: 'PUT',
  path: '/api/school/networks',
  who: 'administrator',
  does: 'Says which addresses and ranges are the school’s network.',
  body: z.strictObject({ networks: z.array(z.string().trim().min(1).max(60)).max(100) }),
  answer: z.object({}),
});
