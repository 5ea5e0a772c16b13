/** Changing what counts after a test was given, and what was decided about single students' work. */
import { itemContent } from '@oaken/core/items';
import { z } from 'zod';
import { endpoint, id, idInPath, instant, roomy, shortId } from '../endpoint/define';
import { figure } from '../results';
import { sentence } from './sentences';

const entry = shortId;
const reason = z.string().trim().max(500, sentence('atMost500Characters'));

/** What becomes of one item; what is not named stays. */
const change = z.strictObject({
  entry,
  content: itemContent.optional(),
  /** One more answer that counts as right. */
  accept: z.strictObject({ part: shortId, response: z.unknown() }).optional(),
  points: z.number().optional(),
  override: z.enum(['full-credit', 'dropped']).nullable().optional(),
});

const worth = z.object({ points: z.number(), maxPoints: z.number() });

const moved = z.object({
  student: z.object({ id, name: z.string(), class: z.string() }),
  before: worth,
  after: worth,
  bands: z.object({ before: z.string(), after: z.string() }).nullable(),
});

const classFigures = z.object({
  mean: figure,
  meanShare: figure,
  alpha: figure,
  standardError: figure,
});

const made = z.object({
  id,
  entry,
  number: z.number().nullable(),
  words: z.string(),
  reason: z.string(),
  gained: z.number(),
  lost: z.number(),
  told: z.boolean(),
  by: z.string(),
  at: instant,
  undone: z.object({ by: z.string(), at: instant }).nullable(),
  /** Only the last one that stands can be undone: the others lie below it. */
  mayUndo: z.boolean(),
});

const params = z.object({ assignmentId: idInPath });

export const readRescores = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/rescores',
  who: 'teacher',
  does: 'Lists what was changed after an assignment was given, the latest first.',
  params,
  answer: z.object({ rescores: z.array(made) }),
});

export const previewRescore = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/rescores/preview',
  who: 'teacher',
  does: 'Says who would gain or lose by a change of what counts, and what happens to the class; nothing is changed.',
  params,
  largest: roomy,
  body: change,
  answer: z.object({
    /** The edition that this was computed from; making the rescore says it again. */
    edition: id,
    words: z.array(z.string()),
    /** Attempts that would be scored anew. */
    attempts: z.number(),
    gain: z.array(moved),
    lose: z.array(moved),
    same: z.number(),
    bands: z.array(z.object({ name: z.string(), before: z.number(), after: z.number() })),
    figures: z.object({ before: classFigures, after: classFigures }),
    /** Students who are still working: their work is scored by the new key when it is handed in. */
    working: z.number(),
    /** Scores can be read by students already. */
    released: z.boolean(),
  }),
});

export const makeRescore = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/rescores',
  who: 'teacher',
  does: 'Changes what counts and scores all attempts anew, all or none.',
  params,
  largest: roomy,
  body: z.strictObject({ change, edition: id, reason, tell: z.boolean() }),
  answer: z.object({ id, attempts: z.number(), gained: z.number(), lost: z.number() }),
});

export const undoRescore = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/rescores/:rescoreId/undo',
  who: 'teacher',
  does: 'Takes the last change of what counts back and scores all attempts as before.',
  params: z.object({ assignmentId: idInPath, rescoreId: idInPath }),
  answer: z.object({ attempts: z.number() }),
});

const adjustmentKind = z.enum(['excused', 'override', 'bonus']);

export const adjust = endpoint({
  method: 'POST',
  path: '/api/assignments/:assignmentId/students/:studentId/adjustments',
  who: 'teacher',
  does: 'Decides about one student’s work: an item or all of it is not scored, an item gets other points, or points are added.',
  params: z.object({ assignmentId: idInPath, studentId: idInPath }),
  largest: roomy,
  body: z.strictObject({
    kind: adjustmentKind,
    /** Null: the whole work; an override is always of one item, a bonus never. */
    entry: entry.nullable(),
    points: z.number().min(0, sentence('pointsCannotBeBelowZero')).max(1000).nullable(),
    reason: reason.min(1, sentence('giveReasonIsKeptWith')),
  }),
  answer: z.object({ id }),
});

export const takeAdjustmentBack = endpoint({
  method: 'DELETE',
  path: '/api/assignments/:assignmentId/students/:studentId/adjustments/:adjustmentId',
  who: 'teacher',
  does: 'Takes a decision about one student’s work back.',
  params: z.object({ assignmentId: idInPath, studentId: idInPath, adjustmentId: idInPath }),
  answer: z.object({}),
});
