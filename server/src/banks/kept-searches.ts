import type { api, BodyOf } from '@oaken/contract';
import type { SignedIn } from '../access/signed-in';
import type { Context } from '../context';
import { notFound } from '../problems/problem';
import type { SavedSearch } from '../models';

const asKept = ({ id, name, address }: SavedSearch) => ({ id, name, address });

export async function listKeptSearches({ database }: Context, me: SignedIn) {
  const searches = await database.models.SavedSearch.findAll({
    where: { accountId: me.account.id },
    order: ['name'],
  });
  return { searches: searches.map(asKept) };
}

/** A name that is used already stands for the new search. */
export async function keepSearch(
  { database, now }: Context,
  me: SignedIn,
  { name, address }: BodyOf<typeof api.keepSearch>,
) {
  const { SavedSearch } = database.models;
  const accountId = me.account.id;
  const [search, made] = await SavedSearch.findOrCreate({
    where: { accountId, name },
    defaults: { accountId, name, address, createdAt: new Date(now()) },
  });
  return asKept(made ? search : await search.update({ address }));
}

export async function forgetSearch({ database }: Context, me: SignedIn, searchId: number) {
  const removed = await database.models.SavedSearch.destroy({
    where: { id: searchId, accountId: me.account.id },
  });
  if (removed === 0) throw notFound('search');
}
