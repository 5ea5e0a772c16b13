/** Pictures in the sizes in which pages show them; each size is made once, when it is first wanted. */
import { pictureWidths } from '@oaken/core/markup';
import type { Context } from '../context';
import { invalid } from '../problems/problem';
import { Line } from '../threads/line';
import { sentence } from './sentences';
import { readBytes, type Served } from './service';

/** The formats of which smaller sizes are made; drawings fit everywhere, and others may move. */
const sizable = new Set(['image/png', 'image/jpeg', 'image/webp']);

/** One is made at a time; who would wait behind so many gets the picture as it is. */
const making = new Line(1, 40);
const underWay = new Map<string, Promise<Buffer | null>>();

/** @throws Problem 422 for a width that no picture is made in */
export function widthAsked(query: unknown): number | null {
  if (query === undefined) return null;
  const width = pictureWidths.find((known) => String(known) === query);
  if (width !== undefined) return width;
  const message = sentence('widthsOfPictures', { widths: pictureWidths.join(', ') });
  throw invalid([{ pointer: '/query/width', message }]);
}

/** @returns the bytes of that size as WebP; null where the file itself is to be shown */
export async function readSize(
  context: Context,
  file: Served,
  width: number,
): Promise<Buffer | null> {
  if (!sizable.has(file.type) || file.width === null || file.width <= width) return null;
  const { PictureSize } = context.database.models;
  const kept = await PictureSize.findOne({ where: { fileId: file.id, width } });
  if (kept) return kept.bytes;
  const key = `${file.id} ${width}`;
  const size = underWay.get(key) ?? make(context, file, width).finally(() => underWay.delete(key));
  underWay.set(key, size);
  return size;
}

/** What has no smaller size, or takes too long for one, is remembered as well: nobody tries again. */
async function make(context: Context, file: Served, width: number): Promise<Buffer | null> {
  return making.pass(async () => {
    const pieces = [];
    for await (const piece of readBytes(context, file.id, 0, file.bytes - 1)) pieces.push(piece);
    const sized = await context.sizer.size(Buffer.concat(pieces), width);
    const bytes = sized && Buffer.from(sized);
    const { PictureSize } = context.database.models;
    // Another server may have made it meanwhile.
    await PictureSize.bulkCreate([{ fileId: file.id, width, bytes }], { ignoreDuplicates: true });
    return bytes;
  });
}
