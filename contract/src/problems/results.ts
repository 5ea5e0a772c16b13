/** Marking and results. */
import { made, plain } from './kind';

export const results = {
  'open-again': plain(409, 'It is open again.', 'It can be marked once it is handed in.'),
  'open-again-to-decide': plain(409, 'It is open again.', 'Decide once it is handed in.'),
  'marked-meanwhile': made<{ who: string; points: string }>({
    status: 409,
    title: ({ who, points }) => `${who} has marked this in the meantime: ${points}.`,
    detail: 'Look at it again before you mark it.',
  }),
  adjudicated: plain(
    409,
    'This one has its final mark already.',
    'Your mark of it stays as it was.',
  ),
  'marked-on-other-page': plain(
    409,
    'You have marked this on another page in the meantime.',
    'Look at it again.',
  ),
  'second-marking-begun': made<{ who: string }>({
    status: 409,
    title: ({ who }) => `${who} has begun to mark.`,
    detail: 'What was marked blind is kept; nobody else can be asked for this question.',
  }),
  'no-work-yet': plain(
    409,
    'There is no work of this student to decide about.',
    'It has to be handed in first.',
  ),
  'rescored-meanwhile': plain(
    409,
    'The key or scoring was changed in the meantime.',
    'Look again at who gains and loses; your change is still here.',
  ),
  'rescored-after': plain(409, 'Something was changed after it.', 'Undo the later change first.'),
  'not-begun': plain(409, 'This student has not begun it.', 'A rating says what the work shows.'),
};
