/** What to ask next: items of the same standards, with the same misconceptions first. */
import type { api, AnswerOf } from '@oaken/contract';
import { kindOf, type ItemContent } from '@oaken/core/items';
import { presentAsking } from '@oaken/core/rounds';
import { plainText, shorten } from '@oaken/core/text';
import { Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import { usableBanks } from '../banks/rights';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { valuesOf } from '../models/subquery';
import { notFound } from '../problems/problem';
import { misconceptionsOf } from './desk';
import { readFacts, responsesOf } from './facts';

type Suggestions = AnswerOf<typeof api.suggestNext>;

const mostSuggested = 3;
/** So many are looked at for the same misconceptions, those that were answered most often first. */
const mostLookedAt = 60;

export async function suggestNext(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  roundId: number,
): Promise<Suggestions> {
  const facts = await readFacts(database, editions, roundId);
  if (!facts) throw notFound('round');
  const { state, entries, answersTo } = facts;
  const asking = presentAsking(state);
  const entry = entries.find(({ id }) => id === asking?.entry);
  if (!asking || !entry || entry.standards.length === 0) return { items: [] };
  const taken = misconceptionsOf(entry.content.parts, [
    ...responsesOf(answersTo(asking.id)).values(),
  ]);
  const wanted = taken.map(({ misconception }) => misconception);
  const items = await itemsOn(database, me, entry.standards, {
    but: entries.map(({ itemId }) => itemId),
  });
  return {
    items: items
      .map((item) => ({ ...item, shared: sharedMisconception(item.content, wanted) }))
      .sort((a, b) => Number(b.shared !== null) - Number(a.shared !== null))
      .slice(0, mostSuggested)
      .map(({ id, content, standards, shared }) => ({
        id,
        stem: shorten(plainText(content.stem), 120),
        standards,
        misconception: shared,
      })),
  };
}

/** The first of the misconceptions that a distractor of the item stands for as well. */
function sharedMisconception({ parts }: ItemContent, wanted: readonly string[]): string | null {
  const own = new Set(
    parts.flatMap((part) =>
      (kindOf(part).options?.(part) ?? []).flatMap(({ misconception }) =>
        misconception ? [folded(misconception)] : [],
      ),
    ),
  );
  return wanted.find((misconception) => own.has(folded(misconception))) ?? null;
}

const folded = (words: string) => words.trim().toLowerCase();

/** Items on any of the standards that I may use, scored by a key. */
async function itemsOn(
  database: Database,
  me: SignedIn,
  codes: readonly string[],
  { but }: { but: number[] },
) {
  const { Item, RevisionStandard, Standard } = database.models;
  const standards = await Standard.findAll({ where: { code: [...codes] } });
  const codeOf = new Map(standards.map(({ id, code }) => [id, code]));
  const items = await Item.findAll({
    where: {
      id: { [Op.notIn]: but },
      retiredAt: null,
      bankId: [...(await usableBanks(database, me))],
      revisionId: {
        [Op.in]: valuesOf(RevisionStandard, 'revisionId', { standardId: [...codeOf.keys()] }),
      },
    },
    include: [
      {
        association: 'revision',
        attributes: ['id', 'content'],
        where: { markedBy: 'machine' },
        include: [{ association: 'revisionStandards', separate: true }],
      },
    ],
    order: [['answerCount', 'DESC'], 'id'],
    limit: mostLookedAt,
  });
  return items.flatMap(({ id, revision }) =>
    revision
      ? [
          {
            id,
            content: revision.content,
            standards: (revision.revisionStandards ?? []).flatMap(
              ({ standardId }) => codeOf.get(standardId) ?? [],
            ),
          },
        ]
      : [],
  );
}
