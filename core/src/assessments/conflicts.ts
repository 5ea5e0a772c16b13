/** Whether a change that waited would write over what somebody else has written meanwhile. */
import { applyChange, ChangeRefused, type Change } from './changes';
import type { Outline } from './outline';

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

const factNames: Record<string, string> = {
  title: 'The title',
  kind: 'The kind',
  subject: 'The subject',
  grades: 'The grades',
  directions: 'The directions',
  minutes: 'The time',
  heldTotal: 'The total',
  ready: 'Whether it is ready',
  blueprint: 'The blueprint',
};

/** What stands there now, beside what the change would put there. */
export function conflictInWords(outline: Outline, change: Change): string {
  if (change.do === 'describe') {
    const words = Object.entries(change.facts).flatMap(([name, mine]) => {
      const theirs = outline[name as keyof Outline];
      return isSame(mine, theirs)
        ? []
        : [`${factNames[name] ?? 'A fact'}${betweenWords(theirs, mine)}`];
    });
    return words.join(' ');
  }
  if (change.do === 'give-points') {
    const entry = outline.sections
      .flatMap(({ entries }) => entries)
      .find(({ id }) => id === change.entry);
    if (entry) return `The points of an item${betweenWords(entry.points, change.points)}`;
  }
  return 'A colleague has changed the same thing in the meantime.';
}

/** Short values are quoted; of others it is enough that they differ. */
function betweenWords(theirs: unknown, mine: unknown): string {
  const quoted = [theirs, mine].map(asWords);
  return quoted.includes(null) ? ' was changed.' : ` is ${quoted[0]} now; yours was ${quoted[1]}.`;
}

function asWords(value: unknown): string | null {
  if (value === null || value === '') return 'empty';
  if (typeof value === 'number') return String(value);
  if (Array.isArray(value) && value.every((element) => typeof element === 'number'))
    return value.join(', ') || 'empty';
  return typeof value === 'string' && value.length <= 80 ? `“${value}”` : null;
}
