/** Items of one passage stay together: they come in beside each other, and move as one. */
import { elementAt } from '../certain';
import { applyChange, type Change } from './changes';
import type { Entry, Outline, Section } from './outline';

/** The passage of an entry; null when it has none. */
export type PassageOf = (entry: Entry) => number | null;

interface Place {
  section: string;
  before: string | null;
}

/** The run of entries around `at` that share its passage. */
function runAround(
  entries: readonly Entry[],
  index: number,
  passageOf: PassageOf,
): [number, number] {
  const passage = passageOf(elementAt(entries, index));
  if (passage === null) return [index, index + 1];
  let [from, to] = [index, index + 1];
  while (from > 0 && passageOf(elementAt(entries, from - 1)) === passage) from--;
  while (to < entries.length && passageOf(elementAt(entries, to)) === passage) to++;
  return [from, to];
}

/** A place that does not part the items of another passage: behind the run that it would have cut. */
function outsideRuns(
  section: Section,
  before: string | null,
  moving: ReadonlySet<string>,
  passageOf: PassageOf,
) {
  const rest = section.entries.filter(({ id }) => !moving.has(id));
  const index = before === null ? -1 : rest.findIndex(({ id }) => id === before);
  // Gone, or in another section by now: the end.
  if (index < 0) return null;
  const [from, to] = runAround(rest, index, passageOf);
  return from === index ? before : (rest[to]?.id ?? null);
}

/**
 * Where an entry that comes in belongs: behind the items of its passage, wherever they stand, else
 * where it was put.
 */
export function placeFor(
  outline: Outline,
  entry: Entry,
  wanted: Place,
  passageOf: PassageOf,
): Place {
  const passage = passageOf(entry);
  for (const section of outline.sections) {
    const last =
      passage === null
        ? -1
        : section.entries.findLastIndex((other) => passageOf(other) === passage);
    if (last >= 0) return { section: section.id, before: section.entries[last + 1]?.id ?? null };
  }
  const section = outline.sections.find(({ id }) => id === wanted.section);
  return section
    ? { ...wanted, before: outsideRuns(section, wanted.before, new Set(), passageOf) }
    : wanted;
}

/** The changes that put entries at the end of a test, each behind the others of its passage. */
export function putsAtEnd(
  outline: Outline,
  entries: readonly Entry[],
  passageOf: PassageOf,
): Change[] {
  let next = outline;
  return entries.map((entry): Change => {
    const end = { section: elementAt(next.sections, -1).id, before: null };
    const change: Change = { do: 'put', entry, ...placeFor(next, entry, end, passageOf) };
    next = applyChange(next, change).outline;
    return change;
  });
}

/**
 * The changes that move an entry to a place: within its run of one passage it moves alone, out of it the whole run
 * goes along.
 */
export function movesTo(
  outline: Outline,
  id: string,
  wanted: Place,
  passageOf: PassageOf,
): Change[] {
  const from = outline.sections.find(({ entries }) => entries.some((entry) => entry.id === id));
  const to = outline.sections.find((section) => section.id === wanted.section);
  if (!from || !to) return [];
  const index = from.entries.findIndex((entry) => entry.id === id);
  const [first, end] = runAround(from.entries, index, passageOf);
  const run = from.entries.slice(first, end);
  const within =
    from === to &&
    (run.some((entry) => entry.id === wanted.before) ||
      (from.entries[end]?.id ?? null) === wanted.before);
  const moving = within ? [elementAt(from.entries, index)] : run;
  const before = within
    ? wanted.before
    : outsideRuns(to, wanted.before, new Set(moving.map((entry) => entry.id)), passageOf);
  return moving.map((entry) => ({ do: 'move', entry: entry.id, section: to.id, before }));
}

/**
 * The changes for one step up or down: within its passage the entry alone, past the end of it the whole run past the
 * whole of its neighbour, at the end of a section into the next one.
 */
export function stepOf(outline: Outline, id: string, by: 1 | -1, passageOf: PassageOf): Change[] {
  const s = outline.sections.findIndex(({ entries }) => entries.some((entry) => entry.id === id));
  if (s < 0) return [];
  const { entries } = elementAt(outline.sections, s);
  const index = entries.findIndex((entry) => entry.id === id);
  const [first, end] = runAround(entries, index, passageOf);
  const inside = by === 1 ? index + 1 < end : index > first;
  if (inside)
    return movesTo(
      outline,
      id,
      {
        section: elementAt(outline.sections, s).id,
        before: (by === 1 ? entries[index + 2] : entries[index - 1])?.id ?? null,
      },
      passageOf,
    );
  const next = by === 1 ? end : first - 1;
  if (next >= 0 && next < entries.length) {
    const [from, to] = runAround(entries, next, passageOf);
    return movesTo(
      outline,
      id,
      {
        section: elementAt(outline.sections, s).id,
        before: (by === 1 ? entries[to]?.id : elementAt(entries, from).id) ?? null,
      },
      passageOf,
    );
  }
  const target = outline.sections[s + by];
  if (!target) return [];
  return movesTo(
    outline,
    id,
    { section: target.id, before: by === 1 ? (target.entries[0]?.id ?? null) : null },
    passageOf,
  );
}
