import { plainText } from '../plain';
import { tokensOf } from '../plain/tokens';

/** The places of a text that carry a mark such as `data-gap`, with its value and the words inside. */
export function marked(
  html: string,
  mark: 'data-gap' | 'data-words',
): { id: string; text: string }[] {
  const places: { id: string; text: string }[] = [];
  let open: { id: string; inside: string } | null = null;
  for (const token of tokensOf(html)) {
    if (token.kind === 'open' && token.name === 'span' && token.attributes[mark] !== undefined)
      open = { id: token.attributes[mark], inside: '' };
    else if (open && token.kind === 'close' && token.name === 'span') {
      places.push({ id: open.id, text: plainText(open.inside) });
      open = null;
    } else if (open && token.kind === 'text') open.inside += token.text;
  }
  return places;
}
