import type { Bank } from '@oaken/contract/banks';

const reachOfMine: Record<Bank['reach'], string> = {
  mine: 'mine',
  school: 'mine, for my school',
  everybody: 'mine, for everybody',
};

/** Whose a bank is, and for whom. */
export function reachWords({ mine, reach, owner }: Bank): string {
  if (mine) return reachOfMine[reach];
  if (reach === 'school') return 'my school’s';
  return reach === 'everybody' ? 'everybody’s' : `shared by ${owner}`;
}
