/** A picture in a smaller size. */
import sharp from 'sharp';

/** More pixels, all of them in memory at once in the worst case, would take more than 256 MB. */
const pixelLimit = 32_000_000;
const patience = 20;

// Answers are saved on the other core.
sharp.concurrency(1);

/**
 * The picture as WebP, upright and no wider than `width` pixels.
 *
 * @param bytes PNG, JPEG or WebP
 * @returns null where it does as it is: it moves, would not be smaller, or cannot be read
 */
export async function sizePicture(bytes: Uint8Array, width: number): Promise<Uint8Array | null> {
  try {
    const picture = sharp(bytes, { limitInputPixels: pixelLimit, animated: false });
    const { pages = 1 } = await picture.metadata();
    if (pages > 1) return null;
    const sized = await picture
      .rotate()
      .resize({ width, withoutEnlargement: true })
      .webp({ quality: 85, smartSubsample: true })
      .timeout({ seconds: patience })
      .toBuffer();
    return sized.length < bytes.length ? sized : null;
  } catch {
    return null;
  }
}
