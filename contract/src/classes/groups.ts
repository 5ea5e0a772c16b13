import { z } from 'zod';
import { endpoint, id, idInPath } from '../endpoint/define';
import { inClass } from './classes';
import { sentence } from './sentences';

const name = z
  .string()
  .trim()
  .min(1, sentence('groupNeedsName'))
  .max(60, sentence('atMost60Characters'));
const ofGroup = z.object({ classId: idInPath, groupId: idInPath });

export const makeGroup = endpoint({
  method: 'POST',
  path: '/api/classes/:classId/groups',
  who: 'teacher',
  does: 'Makes a group within a class.',
  params: inClass,
  body: z.strictObject({ name, students: z.array(id).max(500) }),
  answer: z.object({ id }),
});

export const renameGroup = endpoint({
  method: 'PUT',
  path: '/api/classes/:classId/groups/:groupId',
  who: 'teacher',
  does: 'Gives a group another name.',
  params: ofGroup,
  body: z.strictObject({ name }),
  answer: z.object({}),
});

export const removeGroup = endpoint({
  method: 'DELETE',
  path: '/api/classes/:classId/groups/:groupId',
  who: 'teacher',
  does: 'Takes a group away; its students stay in the class.',
  params: ofGroup,
  answer: z.object({}),
});

export const changeMembers = endpoint({
  method: 'POST',
  path: '/api/classes/:classId/groups/:groupId/members',
  who: 'teacher',
  does: 'Puts students into a group and takes others out.',
  params: ofGroup,
  body: z.strictObject({ put: z.array(id).max(500), take: z.array(id).max(500) }),
  answer: z.object({}),
});
