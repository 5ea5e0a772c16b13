import type { ItemRow } from '@oaken/contract/banks';

/** What is looked at beside the wording in hand. */
export interface Compared {
  item: ItemRow;
  /** As it is called over its column. */
  name: string;
  /** It is the item that this one was copied from. */
  isSource: boolean;
}
