/** What stands in the box of a student and an item, in figures and aloud. */
import type { ResultsAnswer, StudentResult } from '@oaken/contract/results';
import { wholePercent } from '@oaken/core/text';
import { pointsText } from '../shared/words';

/** What is written into the boxes; how full they are says the share of the points. */
export const boxFigures = { share: 'only how full', points: 'points', percent: 'percent' } as const;
export type BoxFigure = keyof typeof boxFigures;

type Cell = NonNullable<StudentResult['cells'][number]>;
type Item = ResultsAnswer['items'][number];

/** @returns undefined where the box only fills */
export function cellFigure(cell: Cell, figure: BoxFigure): string | undefined {
  if (figure === 'share' || cell.share === null || cell.needsMarking) return undefined;
  return figure === 'points' ? pointsText(cell.points) : String(wholePercent(cell.share));
}

/** One sentence for who cannot see the box. */
export function cellWords(name: string, item: Item, cell: Cell): string {
  const about = `${name}, item ${item.number}`;
  const quoted = cell.responseText ? `, “${cell.responseText}”` : '';
  if (cell.excused) return `${about}: does not count${quoted}`;
  if (item.asks === 'nothing') return `${about}: to read`;
  if (item.asks === 'opinion') return `${about}: gives no points${quoted}`;
  if (cell.share === null) return `${about}: not reached`;
  if (cell.needsMarking) return `${about}: waits to be marked`;
  const tries = cell.tries ? `, ${cell.tries} tries` : '';
  return `${about}: ${pointsText(cell.points)} of ${pointsText(item.maxPoints)}${quoted || ', no answer'}${tries}`;
}
