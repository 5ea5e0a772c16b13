import type { DemoItem } from './build';
import { earthScience } from './earth-science';
import { geography } from './geography';
import { mathematics } from './mathematics';
import { reading } from './reading';

export type { DemoItem } from './build';

/** The bank of the demonstration school, by folder. */
export const itemsByFolder: [folder: string, items: DemoItem[]][] = [
  ['Mathematics', mathematics],
  ['Earth science', earthScience],
  ['Geography', geography],
  ['Reading', reading],
];

export const allItems = itemsByFolder.flatMap(([, items]) => items);
