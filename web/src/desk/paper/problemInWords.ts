import type { PageProblem } from '@oaken/contract/paper';
import { say } from '../../words/teacher';

/** Why a page does not count. */
export function problemInWords({
  problem,
  name = '',
  page = null,
  elsewhere = '',
}: {
  problem: PageProblem;
  name?: string;
  page?: number | null;
  elsewhere?: string;
}): string {
  switch (problem) {
    case 'no-sheet':
      return say('paper.problem.no-sheet');
    case 'no-code':
      return say('paper.problem.no-code');
    case 'foreign':
      return elsewhere
        ? say('paper.problem.elsewhere', { title: elsewhere })
        : say('paper.problem.foreign');
    case 'whose':
      return say('paper.problem.whose');
    case 'doubled':
      return say('paper.problem.doubled', { name, page: page ?? 1 });
    case 'same-again':
      return say('paper.problem.same-again', { name, page: page ?? 1 });
    case 'answered':
      return say('paper.problem.answered', { name });
  }
}
