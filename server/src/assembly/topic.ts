/** Questions on one topic, from easy to hard: out of the banks, and out of items that make themselves. */
import type { AnswerOf, api, BodyOf } from '@oaken/contract';
import type { ItemRow } from '@oaken/contract/banks';
import { ladder, type LadderItem } from '@oaken/core/assembly';
import type { SignedIn } from '../access/signed-in';
import { unfairAmong } from '../banks/fairness';
import { readItems } from '../banks/rows';
import { usableBanks } from '../banks/rights';
import type { Context } from '../context';
import { enemiesAmong } from '../assessments/reading';

/** So many are chosen from, those that were answered most often first. */
const mostCandidates = 300;

type Candidate = LadderItem & { row: ItemRow };

/** Only what is chosen is looked at: the variants of all would take too long. */
async function fairLadder(
  context: Context,
  candidates: Candidate[],
  wanted: Parameters<typeof ladder>[1],
): Promise<Candidate[]> {
  const chosen = ladder(candidates, wanted);
  const unfair = await unfairAmong(
    context,
    chosen.map(({ row }) => row.revisionId),
  );
  if (unfair.size === 0) return chosen;
  const fair = candidates.filter(({ row }) => !unfair.has(row.revisionId));
  return fairLadder(context, fair, wanted);
}

export async function topicItems(
  context: Context,
  me: SignedIn,
  { standards, count, level, variantsOnly }: BodyOf<typeof api.topicItems>,
): Promise<AnswerOf<typeof api.topicItems>> {
  const banks = await usableBanks(context.database, me);
  const { ids } = await context.finder.find({
    standard: standards,
    has: variantsOnly ? 'variants' : undefined,
    // Nobody hands out by level what has to be marked by hand.
    markedBy: 'machine',
    banks: [...banks],
    without: [],
    order: 'relevance',
    from: 0,
    size: mostCandidates,
    counted: false,
  });
  const rows = await readItems(context.database, me, ids);
  const candidates = rows.map((row): Candidate => ({
    id: row.id,
    facility: row.facility?.value ?? null,
    depth: row.depth,
    hasVariants: row.content.template !== undefined,
    row,
  }));
  const enemies = await enemiesAmong(context.database, ids);
  const chosen = await fairLadder(context, candidates, { count, level, enemies });
  return { items: chosen.map(({ row }) => row), available: candidates.length };
}
