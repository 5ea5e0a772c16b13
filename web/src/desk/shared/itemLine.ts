import { exampleOf, type ItemContent } from '@oaken/core/items';
import { stemLine } from './words';

/** The question of an item in a line; of one that makes itself, with the numbers of an example. */
export const itemLine = (content: ItemContent, length?: number) =>
  stemLine(exampleOf(content).stem, length);
