import { z } from 'zod';
import { endpoint } from '../endpoint/define';

export const openCalendar = endpoint({
  method: 'POST',
  path: '/api/calendar',
  who: 'signed-in',
  does: 'Gives whoever is signed in the address of their calendar feed; a renewed one ends the old.',
  body: z.strictObject({ renew: z.boolean() }),
  answer: z.object({ path: z.string() }),
});

export const readCalendar = endpoint({
  method: 'GET',
  path: '/api/calendar/:token',
  who: 'anyone',
  does: 'The calendar feed behind an address (iCalendar, RFC 5545).',
  params: z.object({ token: z.string().regex(/^[A-Za-z0-9_-]{32}\.ics$/) }),
  answer: z.unknown(),
});
