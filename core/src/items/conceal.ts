import { kindOf, type Part } from './kinds';
import type { ItemContent } from './item';

const concealed = /^x[a-z0-9]{5}$/;

/**
 * Gives new ids where the old ones could tell a student something: things that were written down in their right order
 * must not be called a, b, c. Ids that were given here before stay.
 *
 * @param letters draws characters for an id; randomness is the caller's
 */
export function concealIds(content: ItemContent, letters: (n: number) => string): ItemContent {
  const parts = content.parts.map((part): Part => {
    const rename = kindOf(part).rename;
    if (!rename) return part;
    const known = new Map<string, string>();
    const taken = new Set<string>();
    const fresh = (id: string): string => {
      const held = known.get(id);
      if (held !== undefined) return held;
      const plain = id.slice(id.indexOf(' ') + 1);
      let made = concealed.test(plain) ? plain : `x${letters(5)}`;
      while (taken.has(made)) made = `x${letters(5)}`;
      taken.add(made);
      known.set(id, made);
      return made;
    };
    return rename(part, fresh);
  });
  return { ...content, parts };
}
