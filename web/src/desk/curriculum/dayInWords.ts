import { locales } from '@oaken/core/timing';

/** "Sep 1" for `2026-09-01`. */
export const dayInWords = (day: string): string =>
  new Date(`${day}T00:00Z`).toLocaleDateString(locales.en, {
    month: 'short',
    day: 'numeric',
    timeZone: 'UTC',
  });
