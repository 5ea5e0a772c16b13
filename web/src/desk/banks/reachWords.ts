import type { Bank } from '@oaken/contract/banks';
import { say } from '../../words/teacher';

const reachOfMine: Record<Bank['reach'], string> = {
  mine: 'mine',
  school: say('banks.mineMySchool'),
  everybody: say('banks.mineEverybody'),
};

/** Whose a bank is, and for whom. */
export function reachWords({ mine, reach, owner }: Bank): string {
  if (mine) return reachOfMine[reach];
  if (reach === 'school') return say('banks.mySchools');
  return reach === 'everybody' ? 'everybody’s' : say('banks.sharedByOwner', { owner });
}
