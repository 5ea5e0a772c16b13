/** A folder into which a copier puts its scans: what is new in it is read like what people bring in. */
import { createReadStream } from 'node:fs';
import { mkdir, readdir, rename, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Context } from '../context';
import { pieceSize } from '../files/limits';
import { keepScan, largestScan } from './scans';

/** A file that was written to since is not whole yet, in ms. */
const quiet = 5_000;
/** Where files go that were taken, inside the folder. */
const takenFolder = 'taken';
/** Copiers and scanners write these. */
const scanName = /\.(pdf|tiff?|png|jpe?g|heic|heif|webp)$/i;

/** Takes what is new and whole; it lies in `taken` afterwards. */
export async function takeFromFolder(context: Context, folder: string): Promise<void> {
  const school = await context.database.models.School.findOne({ order: ['id'] });
  if (!school) return;
  for (const name of (await readdir(folder)).filter((file) => scanName.test(file)).sort()) {
    const file = join(folder, name);
    const { mtimeMs, size } = await stat(file);
    if (mtimeMs > Date.now() - quiet || size === 0) continue;
    if (size <= largestScan) {
      const source = { schoolId: school.id, broughtBy: null, assignmentId: null, name };
      await keepScan(context, source, createReadStream(file, { highWaterMark: pieceSize }));
    } else context.log.warn({ scan: name, size }, 'a scan in the folder is too large to be read');
    await mkdir(join(folder, takenFolder), { recursive: true });
    const stamp = new Date(mtimeMs).toISOString().replaceAll(':', '-');
    await rename(file, join(folder, takenFolder, `${stamp} ${name}`));
  }
}
