import { fileAddressPattern, isAllowedAttribute, isAllowedElement } from './rules';
import { tokensOf, type Attributes } from '../plain/tokens';

const escaped = (text: string) => text.replace(/</g, '&lt;').replace(/>/g, '&gt;');

const isSafe = (element: string, name: string, value: string) =>
  isAllowedAttribute(element, name) && (name !== 'src' || fileAddressPattern.test(value));

const written = (element: string, attributes: Attributes) =>
  Object.entries(attributes)
    .filter(([name, value]) => isSafe(element, name, value))
    .map(([name, value]) => ` ${name}="${escaped(value)}"`)
    .join('');

/**
 * A rich text as a page may set it, however it came into the database: tags that are not allowed
 * stand there as text, and attributes that are not allowed are gone.
 */
export function safeMarkup(html: string): string {
  let safe = '';
  for (const token of tokensOf(html)) {
    if (token.kind === 'text') safe += token.text.replace(/>/g, '&gt;');
    else if (token.kind === 'broken') safe += '&lt;';
    else if (!isAllowedElement(token.name))
      safe += `&lt;${token.kind === 'close' ? '/' : ''}${token.name}&gt;`;
    else
      safe +=
        token.kind === 'close'
          ? `</${token.name}>`
          : `<${token.name}${written(token.name, token.attributes)}>`;
  }
  return safe;
}
