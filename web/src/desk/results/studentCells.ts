/** What stands in the box of a student and an item, in figures and aloud. */
import type { ResultsAnswer, StudentResult } from '@oaken/contract/results';
import { wholePercent } from '@oaken/core/text';
import { pointsText } from '../shared/words';
import { say } from '../../words/teacher';

/** What is written into the boxes; how full they are says the share of the points. */
export const boxFigures = {
  share: say('results.shadingOnly'),
  points: say('results.cellPoints'),
  percent: say('results.cellPercent'),
} as const;
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
  const about = say('results.nameItemNumber', { name, number: item.number });
  const quoted = cell.responseText ? `, “${cell.responseText}”` : '';
  if (cell.excused) return say('results.aboutDoesNotCount', { about, quoted });
  if (item.asks === 'nothing') return say('results.aboutRead', { about });
  if (item.asks === 'opinion') return say('results.aboutGivesNoPoints', { about, quoted });
  if (cell.share === null) return say('results.aboutNotReached', { about });
  if (cell.needsMarking) return say('results.aboutNeedsMarking', { about });
  const tries = cell.tries ? say('results.triesTries', { tries: cell.tries }) : '';
  return say('results.aboutPointsMaxPoints', {
    about,
    points: pointsText(cell.points),
    maxPoints: pointsText(item.maxPoints),
    quoted: quoted || say('results.noAnswerAfter'),
    tries,
  });
}
