/** What comes from a word processor or a spreadsheet, before the editor reads it. */
import { present } from '@oaken/core/certain';
import { allowedAttributes } from '@oaken/core/markup';

const kept = new Set(Object.values(allowedAttributes).flat());

/** Lists that a word processor writes as paragraphs with marks of its own become lists. */
function listsFromMarks(body: HTMLElement): void {
  let list: HTMLElement | null = null;
  for (const paragraph of Array.from(
    body.querySelectorAll<HTMLElement>('p[class*="MsoList"], p[style*="mso-list"]'),
  )) {
    const marker = paragraph.querySelector<HTMLElement>('span[style*="mso-list"]');
    const ordered = /^\s*\(?[0-9a-z]{1,3}[.)]/i.test(
      marker?.textContent ?? paragraph.textContent ?? '',
    );
    marker?.remove();
    const wanted = ordered ? 'OL' : 'UL';
    const follows =
      list !== null && list.tagName === wanted && list.nextElementSibling === paragraph;
    if (!follows) {
      list = body.ownerDocument.createElement(wanted);
      paragraph.before(list);
    }
    const item = body.ownerDocument.createElement('li');
    item.innerHTML = `<p>${paragraph.innerHTML.trim()}</p>`;
    present(list, 'list').append(item);
    paragraph.remove();
  }
}

/** Emphasis that stands only in a style is kept as an element; everything else of a style goes. */
function emphasisFromStyles(body: HTMLElement): void {
  for (const element of Array.from(
    body.querySelectorAll<HTMLElement>('span[style], font[style]'),
  )) {
    const { fontWeight, fontStyle, textDecoration, verticalAlign } = element.style;
    const wraps = [
      (fontWeight === 'bold' || Number(fontWeight) >= 600) && 'strong',
      fontStyle === 'italic' && 'em',
      textDecoration.includes('underline') && 'u',
      verticalAlign === 'sub' && 'sub',
      verticalAlign === 'super' && 'sup',
    ].filter((mark) => mark !== false);
    for (const name of wraps) {
      const wrap = body.ownerDocument.createElement(name);
      wrap.append(...Array.from(element.childNodes));
      element.append(wrap);
    }
  }
}

/** @returns markup that holds only what a wording can hold; the editor drops the rest by itself */
export function cleanPaste(html: string): string {
  // A style sheet goes before anything is parsed: the page's own policy would complain of it.
  const bare = html
    .replace(/<!--[\s\S]*?-->/g, '')
    .replace(/<(style|script|xml)\b[\s\S]*?<\/\1>/gi, '');
  const parsed = new DOMParser().parseFromString(bare, 'text/html');
  const { body } = parsed;
  for (const element of Array.from(
    body.querySelectorAll('style, script, meta, link, title, colgroup, o\\:p'),
  ))
    element.remove();
  listsFromMarks(body);
  emphasisFromStyles(body);
  for (const element of Array.from(body.querySelectorAll('*')))
    for (const { name } of Array.from(element.attributes))
      if (!kept.has(name)) element.removeAttribute(name);
  return body.innerHTML.replace(/\u00a0/g, ' ');
}
