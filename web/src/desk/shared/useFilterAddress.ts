/** Filters in the page's address: they can be kept and sent on, and going back takes the last one away. */
import isEqual from 'fast-deep-equal';
import { watch } from 'vue';
import { useRoute, useRouter, type LocationQuery } from 'vue-router';
import type { z } from 'zod';

/** Stands in an address where nothing is asked although something usually is. */
const any = 'any';

export interface FilterAddress<Filters> {
  toQuery: (filters: Filters) => Record<string, string>;
  /** What an address says; a part of it that no search could have is left out. */
  fromQuery: (query: LocationQuery) => Partial<Filters>;
}

/**
 * How filters are written into an address.
 *
 * @param shapes how each one is read
 * @param plain the filters of a page that was just opened; these are not written
 */
export function filterAddress<Filters extends object>(
  shapes: { [Name in keyof Filters]?: z.ZodType },
  plain: () => Filters,
): FilterAddress<Filters> {
  return {
    toQuery(filters) {
      const usual = new Map<string, unknown>(Object.entries(plain()));
      const text = (value: unknown) => String(value ?? '');
      return Object.fromEntries(
        Object.entries(filters)
          .filter(([name, value]) => text(value) !== text(usual.get(name)))
          .map(([name, value]) => [name, text(value) || any]),
      );
    },
    fromQuery(query) {
      const read: Record<string, unknown> = {};
      for (const [name, shape] of Object.entries<z.ZodType | undefined>(shapes)) {
        const value = query[name];
        if (typeof value !== 'string' || value === '') continue;
        if (value === any) {
          read[name] = null;
          continue;
        }
        const parsed = shape?.safeParse(value);
        if (parsed?.success && parsed.data !== undefined) read[name] = parsed.data;
      }
      return read as Partial<Filters>;
    },
  };
}

/** Keeps filters and the address of their page the same, whichever of them changes. */
export function useFilterAddress<Filters extends object>(
  filters: Filters,
  { toQuery, fromQuery }: FilterAddress<Filters>,
  plain: () => Filters,
): void {
  const route = useRoute();
  const router = useRouter();
  const { path } = route;

  watch(
    () => toQuery(filters),
    (query) => {
      if (route.path !== path || isEqual(query, route.query)) return;
      // A word that is being typed is one step, not one for each letter.
      const { words, ...rest } = query;
      const { words: before, ...restBefore } = route.query;
      const typing = words !== undefined && before !== undefined && isEqual(rest, restBefore);
      void (typing ? router.replace({ query }) : router.push({ query }));
    },
    { deep: true },
  );
  watch(
    () => route.query,
    (query) => {
      if (route.path !== path || isEqual(toQuery(filters), query)) return;
      Object.assign(filters, plain(), fromQuery(query));
    },
  );
}
