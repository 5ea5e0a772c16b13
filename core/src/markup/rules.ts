/**
 * What a rich text may hold: the same for the editor that writes it, the server that takes it and
 * the page that shows it.
 */

/** The elements a wording may hold. Everything else is refused at the server's door. */
export const allowedElements = [
  ...['p', 'br', 'strong', 'em', 'u', 's', 'sub', 'sup', 'ul', 'ol', 'li', 'blockquote', 'code'],
  ...['table', 'thead', 'tbody', 'tr', 'th', 'td', 'span', 'img', 'audio', 'video'],
] as const;

/** The attributes an element may carry. */
export const allowedAttributes: Record<string, string[]> = {
  /** A formula, a diagram, a gap to be filled, words that can be chosen, another size or color. */
  span: ['data-formula', 'data-diagram', 'data-gap', 'data-words', 'data-size', 'data-color'],
  img: ['src', 'alt', 'width', 'height'],
  /** `data-plays`: a student can play it so often. */
  audio: ['src', 'title', 'controls', 'data-plays'],
  video: ['src', 'title', 'controls', 'data-plays', 'width', 'height'],
  td: ['colspan', 'rowspan'],
  th: ['colspan', 'rowspan', 'scope'],
  ol: ['start'],
};

/** The steps of size that a text can have. */
export const textSizes = ['small', 'large', 'larger'] as const;
/** The colors that a text can have; each theme has shades of them that stand out from its grounds. */
export const textColors = ['red', 'orange', 'green', 'blue', 'purple'] as const;

/** At most so many plays can be set for a sound or film. */
export const mostPlays = 20;

/** A formula that is written by hand has a fifth of this; a longer one takes long to check. */
export const longestFormula = 1_000;
export const formulaLimit = 200;
/** At most so many diagrams stand in one text. */
export const diagramLimit = 20;
/** Deeper than lists in tables in lists; a browser's own limit is 512. */
export const deepestNesting = 40;

/** Where a picture, sound or film is kept. */
export const fileAddressPattern = /^\/api\/files\/[A-Za-z0-9_-]{22}$/;

/** Where a kept file is fetched from. */
export const fileAddressOf = (id: string): string => `/api/files/${id}`;
/** The id in such an address. */
export const fileIdOf = (address: string): string => address.slice(fileAddressOf('').length);

/** The widths, in pixels, in which a kept picture can be fetched besides its own. */
export const pictureWidths = [320, 640, 1280, 1920] as const;

/** Where a kept picture is fetched in one of those widths. */
export const sizedAddressOf = (address: string, width: number): string =>
  `${address}?width=${width}`;

const elements = new Set<string>(allowedElements);
/** Whether a wording may hold the element. */
export const isAllowedElement = (name: string) => elements.has(name);
/** Whether a wording may hold the attribute on the element. */
export const isAllowedAttribute = (element: string, name: string) =>
  allowedAttributes[element]?.includes(name) ?? false;

/** Elements without content, which are not closed. */
const empty = new Set(['br', 'img']);
/** Whether the element has no end tag (HTML Standard, void elements). */
export const isEmptyElement = (name: string) => empty.has(name);
