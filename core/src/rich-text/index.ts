/**
 * Rich text is a small subset of HTML, the same everywhere: what the editor writes, what the server accepts and
 * what a page shows. Formulas are elements with their LaTeX in an attribute, so that text stays text.
 */
import { z } from 'zod';
import { sentence } from './sentences';

export const longestRichText = 60_000;

export const richText = z
  .string()
  // Nothing else is asked of a text that is too long: it would have to be read for it.
  .max(longestRichText, {
    error: sentence('textIsLongerThanCharacters', {
      longestRichText: longestRichText.toLocaleString('en'),
    }),
    abort: true,
  });
