import { z } from 'zod';
import { fileAddressPattern } from '../../markup';
import { sentence } from './sentences';

/** Where a file of this school's banks is fetched from. */
export const fileAddress = z
  .string()
  .regex(fileAddressPattern, 'That is not the address of a file kept here.');

export const picture = z.strictObject({
  file: fileAddress,
  /** What it shows, for those who cannot see it. */
  alternative: z.string().trim().min(1, sentence('pictureNeedsWordsForThose')).max(500),
  /** In picture points. */
  width: z.int().min(1).max(20_000),
  height: z.int().min(1).max(20_000),
});
export type Picture = z.infer<typeof picture>;
