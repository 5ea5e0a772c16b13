/** Strips of a class to print. */
import { highestNumber, paperNames, stripSizes } from '@oaken/core/capture';
import { z } from 'zod';
import { downloadEndpoint, idInPath } from '../endpoint/define';

export const printStrips = downloadEndpoint({
  method: 'GET',
  path: '/api/classes/:classId/strips',
  who: 'teacher',
  does: 'Gives the strips of a class as PDF, to print, cut and fold: by roster number, with names if wanted, and spares that are anybody’s.',
  params: z.object({ classId: idInPath }),
  query: z.object({
    paper: z.enum(paperNames),
    size: z.enum(stripSizes),
    names: z.enum(['yes', 'no']),
    spares: z.coerce.number().int().min(0).max(highestNumber),
  }),
  media: ['application/pdf'],
});
