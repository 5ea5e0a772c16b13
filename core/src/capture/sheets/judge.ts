/**
 * Which bubbles of a row are meant. What is sure is taken; what is not is proposed, and looked at by a
 * person. Common practice, no source: the limits were set on rendered scans of known truth.
 */

/** Why a row has to be looked at. */
export type Doubt = 'two-marks' | 'faint' | 'unclear';

export interface Judged {
  /** Places of the bubbles that are meant, or proposed. */
  marked: number[];
  doubt: Doubt | null;
}

/** How dark a bubble is beyond an empty one of its sheet. */
const limits = {
  /** Below this nothing was written. */
  empty: 0.055,
  /** From here on it is meant, where nothing else is. */
  meant: 0.13,
  /** Below this an even gray may be what an eraser left. */
  even: 0.26,
  /** From here on it is filled, whatever else is there. */
  filled: 0.3,
  /** What is erased or crossed out beside it is at most this share of what is meant. */
  beside: 0.4,
};

/** How dark a bubble is beyond an empty one. */
export interface Level {
  level: number;
  /** The same gray all over, rather than strokes. */
  even: boolean;
}

/** @param levels of a row, in the order of its bubbles @returns what is meant, or proposed where there is a doubt */
export function judgedRow(levels: readonly Level[], several: boolean): Judged {
  const all = levels.map((level, index) => ({ ...level, index })).sort((a, b) => b.level - a.level);
  const [top, second] = all;
  if (!top || top.level < limits.empty) return { marked: [], doubt: null };
  return several ? judgedSeveral(all) : judgedOne(top, second?.level ?? 0);
}

type Placed = Level & { index: number };

const isFaint = ({ level, even }: Level) => level < limits.meant || (even && level < limits.even);

function judgedOne(top: Placed, next: number): Judged {
  const marked = [top.index];
  if (next >= limits.filled) return { marked, doubt: 'two-marks' };
  // Alone: a tick, a cross or a light stroke is meant too.
  if (next < limits.empty) return { marked, doubt: isFaint(top) ? 'faint' : null };
  const isClear = top.level >= limits.filled && next <= limits.beside * top.level;
  return { marked, doubt: isClear ? null : 'unclear' };
}

/** Each for itself; between empty and filled it could be either. */
function judgedSeveral(all: readonly Placed[]): Judged {
  const highest = all[0]?.level ?? 0;
  const marked = all.filter(
    ({ level }) => level >= Math.max(limits.meant, limits.beside * highest),
  );
  const between = all.some(
    (placed) =>
      placed.level >= limits.empty &&
      (isFaint(placed) || (placed.level < limits.filled && placed.level < 0.75 * highest)),
  );
  return {
    marked: marked.map(({ index }) => index).sort((a, b) => a - b),
    doubt: between ? 'unclear' : null,
  };
}
