import { z } from 'zod';
import { sessionAnswer } from '../accounts';
import { endpoint, id, idInPath, instant } from '../endpoint/define';
import { sentence } from './sentences';

const token = z.string().regex(/^[A-Za-z0-9_-]{22}$/, 'That link is incomplete. Copy it again.');

export const readLink = endpoint({
  method: 'POST',
  path: '/api/session/link',
  who: 'anyone',
  does: 'Says what a link for guests leads to.',
  body: z.strictObject({ token }),
  answer: z.object({
    title: z.string(),
    teacher: z.string(),
    opensAt: instant,
    state: z.enum(['before', 'open', 'late', 'closed']),
    now: instant,
  }),
});

export const comeAsGuest = endpoint({
  method: 'POST',
  path: '/api/session/guest',
  who: 'anyone',
  does: 'Signs a guest in for one assignment, with a name for the teacher.',
  body: z.strictObject({
    token,
    name: z
      .string()
      .trim()
      .min(2, sentence('typeYourName'))
      .max(80, sentence('atMost80Characters')),
  }),
  answer: sessionAnswer.extend({ assignmentId: id }),
});

export const tieGuest = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/guests/:guestId/tie',
  who: 'teacher',
  does: 'Says which student a guest was; the work becomes theirs.',
  params: z.object({ assignmentId: idInPath, guestId: idInPath }),
  body: z.strictObject({ studentId: id }),
  answer: z.object({}),
});
