/** A search of the banks in the page's address. */
import { filters, search } from '@oaken/contract/banks';
import { filterAddress } from '../shared/useFilterAddress';
import { noFilters, type Filters } from './useSearch';

export const itemAddress = filterAddress<Filters>(
  { ...filters.shape, sort: search.shape.sort },
  noFilters,
);
