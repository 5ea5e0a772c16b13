import { z } from 'zod';
import { endpoint, idInPath } from '../endpoint/define';
import { resultsQuery } from './answer';
import { packedResults } from './packing';

const params = z.object({ assignmentId: idInPath });

export const readResults = endpoint({
  method: 'GET',
  path: '/api/assignments/:assignmentId/results',
  who: 'teacher',
  does: 'Gives the results of an assignment by item and by student, of all or of some of the work.',
  params,
  query: resultsQuery,
  answer: packedResults,
});

export * from './answer';
export * from './columns';
export * from './item-columns';
export * from './student-columns';
export * from './exports';
export * from './figure';
export * from './list';
export * from './notes';
export * from './packing';
export * from './standards';
export * from './student';
export * from './sheets';
