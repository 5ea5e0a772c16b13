/** Whether a change that waited would write over what somebody else has written meanwhile. */
import { applyChange, ChangeRefused, type Change } from './changes';
import type { Outline } from './outline';
import { sentence } from './sentences';

/** What a change was written against, and what stands there now. */
export interface Conflict {
  change: Change;
  /** Why it cannot be applied any more; null when it can, but would replace what a colleague wrote. */
  refusal: string | null;
}

/**
 * @param outline the test as it stands now
 * @param changes in their order, each with the change that took it back where it was made
 * @returns the first change that does not fit any more, or would replace something else than its author saw; null when
 *   all of them can be applied
 */
export function conflictIn(
  outline: Outline,
  changes: readonly { change: Change; inverse: Change }[],
): Conflict | null {
  let current = outline;
  for (const { change, inverse } of changes) {
    let applied: ReturnType<typeof applyChange>;
    try {
      applied = applyChange(current, change);
    } catch (error) {
      if (error instanceof ChangeRefused) return { change, refusal: error.message };
      throw error;
    }
    if (replaces(change) && !isSame(applied.inverse, inverse) && !isSame(applied.outline, current))
      return { change, refusal: null };
    current = applied.outline;
  }
  return null;
}

/** Changes that put a value in the place of another; what moves, comes or goes has neighbours that may well differ. */
const replaces = ({ do: act }: Change) =>
  [
    'describe',
    'give-points',
    'revise',
    'describe-section',
    'describe-form',
    'swap',
    'leave-out',
  ].includes(act);

function isSame(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const [first, second] = [a, b] as [Record<string, unknown>, Record<string, unknown>];
  const names = new Set([...Object.keys(first), ...Object.keys(second)]);
  return [...names].every((name) => isSame(first[name], second[name]));
}

const factKeys = [
  'title',
  'kind',
  'subject',
  'grades',
  'directions',
  'minutes',
  'heldTotal',
  'ready',
  'blueprint',
  'standards',
] as const;

function factName(name: string): string {
  const key = factKeys.find((fact) => fact === name) ?? 'other';
  return sentence(`facts.${key}`);
}

/** What stands there now, beside what the change would put there. */
export function conflictInWords(outline: Outline, change: Change): string {
  if (change.do === 'describe') {
    const words = Object.entries(change.facts).flatMap(([name, mine]) => {
      const theirs = outline[name as keyof Outline];
      if (isSame(mine, theirs)) return [];
      // Standards are numbers here, which say nothing to anybody.
      const [now, yours] = name === 'standards' ? [undefined, undefined] : [theirs, mine];
      return [betweenWords(factName(name), now, yours)];
    });
    return words.join(' ');
  }
  if (change.do === 'give-points') {
    const entry = outline.sections
      .flatMap(({ entries }) => entries)
      .find(({ id }) => id === change.entry);
    if (entry) return betweenWords(sentence('facts.points'), entry.points, change.points);
  }
  return sentence('colleagueHasChangedSameThing');
}

/** Short values are quoted; of others it is enough that they differ. */
function betweenWords(fact: string, theirs: unknown, mine: unknown): string {
  const [now, yours] = [asWords(theirs), asWords(mine)];
  return now === null || yours === null
    ? sentence('factChanged', { fact })
    : sentence('factDiffers', { fact, now, yours });
}

function asWords(value: unknown): string | null {
  if (value === null || value === '') return sentence('empty');
  if (typeof value === 'number') return String(value);
  if (Array.isArray(value) && value.every((element) => typeof element === 'number'))
    return value.join(', ') || sentence('empty');
  return typeof value === 'string' && value.length <= 80 ? `“${value}”` : null;
}
