import type { ItemContent } from './item';
import type { PartText } from './kind/kind';
import { kindOf } from './kinds';

/** Every rich text of an item with its JSON pointer, for whatever has to look at all of them. */
export function textsOfItem({ stem, parts, explanation, hints }: ItemContent): PartText[] {
  return [
    { at: '/stem', html: stem },
    { at: '/explanation', html: explanation },
    ...hints.map((html, index) => ({ at: `/hints/${index}`, html })),
    ...parts.flatMap((part, index) => [
      ...(part.prompt === undefined ? [] : [{ at: `/parts/${index}/prompt`, html: part.prompt }]),
      ...kindOf(part)
        .texts(part)
        .map((text) => ({ at: `/parts/${index}${text.at}`, html: text.html })),
    ]),
  ];
}
