/** The guide for teachers or administrators as a page shows it: the same text as in docs/, part by part. */
import MarkdownIt from 'markdown-it';

export interface HelpSection {
  /** In the page's address: "blueprint". */
  id: string;
  title: string;
  html: string;
  /** Its words in small letters, for looking through. */
  text: string;
}

const idOf = (title: string) =>
  title
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '');

/**
 * Parts a guide at its second headings; what stands before the first one belongs to none.
 *
 * @param markdown the guide
 * @param pictureAt where a picture of the guide is, by its name; null: it is left out
 */
export function helpSections(
  markdown: string,
  pictureAt: (name: string) => string | null,
): HelpSection[] {
  const reader = new MarkdownIt({ html: false, linkify: false });
  reader.renderer.rules.image = (tokens, index) => {
    const token = tokens[index];
    const address = pictureAt(String(token?.attrGet('src')).split('/').at(-1) ?? '');
    const words = reader.utils.escapeHtml(token?.content ?? '');
    return address === null ? '' : `<img src="${address}" alt="${words}" loading="lazy">`;
  };
  return markdown
    .split(/^## /m)
    .slice(1)
    .map((part) => {
      const [title = '', ...body] = part.split('\n');
      const source = body.join('\n');
      return {
        id: idOf(title),
        title: title.trim(),
        html: reader.render(source),
        text: `${title} ${source}`.toLowerCase(),
      };
    });
}

/** Sections that hold every typed word, in their order. */
export function sectionsWith(sections: readonly HelpSection[], typed: string): HelpSection[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return sections.filter(({ text }) => words.every((word) => text.includes(word)));
}
