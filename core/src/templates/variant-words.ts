import type { Values } from './formula';
import { isNum, type Value } from './numbers';
import type { Template } from './template';
import { numberText } from './number-text';

/** A value as people write it. */
export function valueInWords(value: Value): string {
  if (isNum(value)) return numberText(value);
  return 'text' in value ? value.text : String(value.is);
}

/** What was drawn for one student: “a = 3, b = −2”. What is worked out from that is left out. */
export const variantInWords = ({ variables }: Template, values: Values): string =>
  variables
    .flatMap(({ kind, name }) => {
      const value = values.get(name);
      return kind === 'formula' || !value ? [] : [`${name} = ${valueInWords(value)}`];
    })
    .join(', ');
