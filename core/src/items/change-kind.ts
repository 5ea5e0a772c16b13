import { lostBetween } from './kind/gist';
import { kinds, kindOf, type Part, type PartKind } from './kinds';

/** `part` as another kind, and what it cannot keep, in words to be read before the change is made. */
export function changeKind(part: Part, kind: PartKind): { part: Part; lost: string[] } {
  const before = kindOf(part).toGist(part);
  const changed = kinds[kind].fromGist(before, part.id) as Part;
  return { part: changed, lost: lostBetween(before, kindOf(changed).toGist(changed)) };
}

/** A part of this kind with everything still to be filled in. */
export const blankPart = (kind: PartKind, id: string): Part => kinds[kind].fromGist({}, id) as Part;
