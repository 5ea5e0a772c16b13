/** Notes of staff on one student's attempt. */
import { z } from 'zod';
import { endpoint, id, idInPath } from '../endpoint/define';
import { sentence } from './sentences';

/** For whoever wrote it, or for all staff who may read the work. */
export const noteReaches = ['mine', 'staff'] as const;
export type NoteReach = (typeof noteReaches)[number];

const note = z.strictObject({
  text: z.string().trim().min(1, sentence('noteIsEmpty')).max(2000, sentence('noteIsTooLong')),
  reach: z.enum(noteReaches),
});

export const writeNote = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/students/:studentId/notes',
  who: 'teacher',
  does: 'Writes a note on a student’s attempt, for oneself or for all staff who may read it; never for the student.',
  params: z.object({ assignmentId: idInPath, studentId: idInPath }),
  body: note.extend({ attemptId: id }),
  answer: z.object({ id }),
});

export const changeNote = endpoint({
  method: 'PUT',
  path: '/api/notes/:noteId',
  who: 'teacher',
  does: 'Changes a note of mine on a student’s attempt.',
  params: z.object({ noteId: idInPath }),
  body: note,
  answer: z.object({}),
});

export const removeNote = endpoint({
  method: 'DELETE',
  path: '/api/notes/:noteId',
  who: 'teacher',
  does: 'Removes a note of mine on a student’s attempt.',
  params: z.object({ noteId: idInPath }),
  answer: z.object({}),
});
