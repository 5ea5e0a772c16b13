/** A search in the page's address, so that it can be kept and sent on. */
import { partKinds, type PartKind } from '@oaken/core/items';
import type { LocationQuery } from 'vue-router';
import { noFilters, type Filters } from './useSearch';

const sorts: Filters['sort'][] = ['relevance', 'newest', 'easiest', 'hardest', 'most-used'];
const number = (value: unknown) => (/^\d{1,10}$/.test(String(value)) ? Number(value) : null);

export function toAddress(filters: Filters): Record<string, string> {
  const plain = noFilters();
  return Object.fromEntries(
    Object.entries(filters)
      .filter(([name, value]) => String(value ?? '') !== String(plain[name as keyof Filters] ?? ''))
      .map(([name, value]) => [name, String(value)]),
  );
}

export function fromAddress(query: LocationQuery): Partial<Filters> {
  const kind = partKinds.find((own) => own === query.kind) ?? null;
  return {
    words: typeof query.words === 'string' ? query.words : '',
    standard: number(query.standard),
    grades: String(query.grades ?? '').split(',').map(number).filter((grade) => grade !== null), // prettier-ignore
    kind: kind as PartKind | null,
    depth: number(query.depth),
    bank: number(query.bank),
    folder: number(query.folder),
    sort: sorts.find((own) => own === query.sort) ?? 'relevance',
  };
}
