/** What is printed on: sheets of paper, and how many strips one gives. */

/** Millimeters, the longer side first. */
export const papers = { a4: [297, 210], letter: [279.4, 215.9] } as const;
export type Paper = keyof typeof papers;
export const paperNames = Object.keys(papers) as [Paper, ...Paper[]];

export const stripSizes = ['large', 'two', 'four'] as const;
/** One strip a page in four quarters, to be taped together; or so many strips a page. */
export type StripSize = (typeof stripSizes)[number];
export const stripsOnPage: Record<StripSize, number> = { large: 1, two: 2, four: 4 };
