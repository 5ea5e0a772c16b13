import { fileAddress, textsOfItem, type ItemContent, type PartText } from '@oaken/core/items';
import { allowedAttributes, allowedElements, mostPlays } from '@oaken/core/text';
import katex from 'katex';
import sanitizeHtml from 'sanitize-html';
import type { WrongField } from '../http/problem';

const allowed = new Set<string>(allowedElements);
/** A tag as every parser reads it: attributes in double quotes, closed. */
const plainTag = /<\/?[a-z][a-z0-9]*(?:\s+[a-z-]+(?:="[^"]*")?)*\s*\/?>/gi;
const sizes = ['small', 'large', 'larger'];

/**
 * Finds markup that a wording may not hold. It is refused and named rather than dropped, so that an author never loses
 * something without knowing.
 */
export function markupProblems(content: ItemContent): WrongField[] {
  return wordingProblems(textsOfItem(content), '/content');
}

export function wordingProblems(texts: PartText[], under: string): WrongField[] {
  return texts.flatMap(({ at, html }) => {
    const message = firstProblem(html);
    return message === null ? [] : [{ pointer: `${under}${at}`, message }];
  });
}

type Attributes = Record<string, string>;

/** What an element's attributes have to say, beyond being allowed. */
const needs: Record<string, (own: Attributes) => string | null> = {
  img: ({ src = '', alt = '' }) =>
    !fileAddress.safeParse(src).success
      ? 'A picture must be one that was uploaded here.'
      : alt.trim() === ''
        ? 'A picture needs words for those who cannot see it.'
        : null,
  audio: (own) => media(own, 'A sound'),
  video: (own) => media(own, 'A film'),
  span(own) {
    const latex = own['data-formula'];
    if (latex !== undefined) return formulaProblem(latex);
    const size = own['data-size'];
    if (size !== undefined && !sizes.includes(size)) return `There is no text size “${size}”.`;
    const id = own['data-gap'] ?? own['data-words'];
    return id !== undefined && !/^[a-z0-9-]{1,24}$/.test(id) ? `“${id}” is not the name of a place in the text.` : null;
  },
};

const media = ({ src = '', title = '', 'data-plays': plays }: Attributes, what: string) =>
  !fileAddress.safeParse(src).success
    ? `${what} must be one that was uploaded here.`
    : title.trim() === ''
      ? `${what} needs a title.`
      : playsProblem(plays);

const playsProblem = (plays: string | undefined) => plays === undefined || (/^[1-9]\d?$/.test(plays) && Number(plays) <= mostPlays) ? null : `A sound or film can be played from 1 to ${mostPlays} times.`; // prettier-ignore

function formulaProblem(latex: string): string | null {
  try {
    katex.renderToString(latex, { throwOnError: true, output: 'mathml', strict: 'ignore' });
    return latex.trim() === '' ? 'A formula is empty.' : null;
  } catch {
    return `The formula “${latex}” cannot be read.`;
  }
}

function firstProblem(html: string): string | null {
  let problem: string | null = null;
  sanitizeHtml(html, {
    allowedTags: false,
    allowedAttributes: false,
    allowVulnerableTags: true,
    onOpenTag(name, attributes) {
      if (!allowed.has(name)) problem ??= `<${name}> is not allowed in a wording.`;
      const wrong = Object.keys(attributes).find((own) => !allowedAttributes[name]?.includes(own));
      if (wrong !== undefined) problem ??= `The attribute “${wrong}” is not allowed in a wording.`;
      problem ??= needs[name]?.(attributes) ?? null;
    },
  });
  // One way to write markup: what a browser could read differently from the parser above does not pass.
  if (html.replace(plainTag, '').includes('<')) problem ??= 'A “<” that is not part of the markup must be written as “&lt;”.'; // prettier-ignore
  return problem;
}
