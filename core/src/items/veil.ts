/**
 * Other ids for the things of a part that can be chosen, so that what a student's page receives says nothing about the
 * order in which the author wrote them down. The answer comes back under those ids and is translated.
 */
import { elementAt } from '../certain';
import type { SittingItem } from './item';
import type { SittingPart } from './kinds';

interface Thing {
  id: string;
}

/** Where the parts of all kinds have their things. */
const lists = ['choices', 'left', 'right', 'rows', 'columns', 'groups', 'places', 'gaps'] as const;
const marks = /data-(gap|words)="([^"]*)"/g;

type Loose = Record<string, unknown>;
const thingsIn = (part: Loose, list: string) =>
  Array.isArray(part[list]) ? (part[list] as (Thing & Loose)[]) : [];

/** Every id in a part that an answer can name; sorted, so that it does not matter how the part is arranged. */
export function idsOf(part: SittingPart): string[] {
  const ids = new Set<string>();
  const gather = (loose: Loose) => {
    for (const list of lists)
      for (const thing of thingsIn(loose, list)) {
        ids.add(thing.id);
        gather(thing);
      }
    if (typeof loose.text === 'string')
      for (const mark of loose.text.matchAll(marks)) ids.add(elementAt(mark, 2));
  };
  // The part's own id names its answer and stays.
  gather(part as unknown as Loose);
  return [...ids].sort();
}

/** A part with its things renamed; its own id stays. */
function renamed<T extends object>(part: T, names: ReadonlyMap<string, string>): T {
  const name = (id: string) => names.get(id) ?? id;
  const copy: Loose = { ...(part as Loose) };
  for (const list of lists)
    if (Array.isArray(copy[list]))
      copy[list] = thingsIn(copy, list).map((thing) => ({
        ...renamed(thing, names),
        id: name(thing.id),
      }));
  if (typeof copy.text === 'string')
    copy.text = copy.text.replace(
      marks,
      (_, mark: string, id: string) => `data-${mark}="${name(id)}"`,
    );
  return copy as T;
}

/** @param namesOf the new names of a part's things, by the part's id */
export const veiledItem = (
  item: SittingItem,
  namesOf: (partId: string) => ReadonlyMap<string, string>,
): SittingItem => ({
  ...item,
  parts: item.parts.map((part) => renamed(part, namesOf(part.id))),
});

/** An answer to one part with its ids translated: alone, in lists, as pairs (“left right”) or by gap. */
export function translated(response: unknown, names: ReadonlyMap<string, string>): unknown {
  if (names.size === 0) return response;
  if (typeof response === 'string') {
    const whole = names.get(response);
    if (whole !== undefined) return whole;
    const space = response.indexOf(' ');
    if (space < 0) return response;
    const [left, right] = [
      names.get(response.slice(0, space)),
      names.get(response.slice(space + 1)),
    ];
    return left !== undefined && right !== undefined ? `${left} ${right}` : response;
  }
  if (Array.isArray(response)) return response.map((element) => translated(element, names));
  if (typeof response !== 'object' || response === null) return response;
  return Object.fromEntries(
    Object.entries(response).map(([id, value]) => [names.get(id) ?? id, translated(value, names)]),
  );
}
