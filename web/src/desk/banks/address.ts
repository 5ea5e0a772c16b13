/** A search in the page's address, so that it can be kept and sent on. */
import { filters as schema, search } from '@oaken/contract/banks';
import type { LocationQuery } from 'vue-router';
import { noFilters, type Filters } from './useSearch';

export function toAddress(filters: Filters): Record<string, string> {
  const plain = noFilters();
  return Object.fromEntries(
    Object.entries(filters)
      .filter(([name, value]) => String(value ?? '') !== String(plain[name as keyof Filters] ?? ''))
      .map(([name, value]) => [name, String(value)]),
  );
}

/** What an address says; a part of it that no search could have is left out. */
export function fromAddress(query: LocationQuery): Partial<Filters> {
  const read: Record<string, unknown> = {};
  for (const [name, shape] of Object.entries({ ...schema.shape, sort: search.shape.sort })) {
    const value = query[name];
    if (typeof value !== 'string' || value === '') continue;
    const parsed = shape.safeParse(value);
    if (parsed.success && parsed.data !== undefined) read[name] = parsed.data;
  }
  return read as Partial<Filters>;
}
