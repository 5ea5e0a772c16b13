import { allowedAttributes, allowedElements } from '@oaken/core/text';
import type { ItemContent } from '@oaken/core/items';
import sanitizeHtml from 'sanitize-html';
import type { WrongField } from '../http/problem';

const allowed = new Set<string>(allowedElements);

/**
 * Finds markup that a wording may not hold. It is refused and named rather than dropped, so that an author never loses
 * something without knowing.
 */
export function markupProblems(content: ItemContent): WrongField[] {
  const found: WrongField[] = [];
  const look = (html: string | undefined, pointer: string) => {
    const problem = html === undefined ? null : firstProblem(html);
    if (problem) found.push({ pointer, message: problem });
  };
  look(content.stem, '/content/stem');
  look(content.explanation, '/content/explanation');
  content.hints.forEach((hint, at) => look(hint, `/content/hints/${at}`));
  content.parts.forEach((part, at) => {
    look(part.prompt, `/content/parts/${at}/prompt`);
    if ('choices' in part) part.choices.forEach(({ text }, c) => look(text, `/content/parts/${at}/choices/${c}/text`));
  });
  return found;
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
    },
  });
  return problem;
}
