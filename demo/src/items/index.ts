import type { DemoItem } from './build';
import { earthScience } from './earth-science';
import { geography } from './geography';
import { mathematics } from './mathematics';
import { moreEarthScience } from './more-earth-science';
import { moreGeography } from './more-geography';
import { moreMathematics } from './more-mathematics';
import { moreReading } from './more-reading';
import { reading } from './reading';
import { richerMathematics } from './richer-mathematics';

export type { DemoItem } from './build';

/** The bank of the demonstration school, by folder. */
export const itemsByFolder: [folder: string, items: DemoItem[]][] = [
  ['Mathematics', [...mathematics, ...moreMathematics, ...richerMathematics]],
  ['Earth science', [...earthScience, ...moreEarthScience]],
  ['Geography', [...geography, ...moreGeography]],
  ['Reading', [...reading, ...moreReading]],
];

export const allItems = itemsByFolder.flatMap(([, items]) => items);
