/** Bits of what an item has besides text; the highest: other numbers for each student. */
export const mediaBits = { picture: 1, sound: 2, film: 4, variants: 8 } as const;
export type Medium = keyof typeof mediaBits;
export const media = Object.keys(mediaBits) as Medium[];

export const markers = ['machine', 'hand', 'nobody'] as const;
export type MarkedBy = (typeof markers)[number];
