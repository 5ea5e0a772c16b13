import { elementAt } from '@oaken/core/certain';
import { fromBuffer, type Entry, type ZipFile } from 'yauzl';
import { limits, Unreadable } from './limits';
import { sentence } from './sentences';

const isZip = (bytes: Buffer) => bytes.subarray(0, 4).toString('latin1') === 'PK\u0003\u0004';
const baseName = (path: string) => elementAt(path.split('/'), -1).toLowerCase();
const isOfNoInterest = (name: string) => name.endsWith('/') || name.startsWith('__MACOSX');

const open = (bytes: Buffer) =>
  new Promise<ZipFile>((resolve, reject) =>
    fromBuffer(bytes, { lazyEntries: true, validateEntrySizes: true }, (error, zip) =>
      error ? reject(new Unreadable(sentence('zipCannotBeRead'))) : resolve(zip),
    ),
  );

/** The bytes of one entry; what comes out is counted, whatever the zip says of itself. */
async function unpackEntry(zip: ZipFile, entry: Entry, room: number): Promise<Buffer> {
  const cannot = () =>
    new Unreadable(sentence('inZipCannotBeRead', { fileName: entry.fileName.slice(0, 100) }));
  const stream = await new Promise<NodeJS.ReadableStream>((resolve, reject) =>
    zip.openReadStream(entry, (error, opened) => (error ? reject(cannot()) : resolve(opened))),
  );
  const pieces: Buffer[] = [];
  let size = 0;
  try {
    for await (const piece of stream as AsyncIterable<Buffer>) {
      size += piece.length;
      if (size > room) break;
      pieces.push(piece);
    }
  } catch {
    throw cannot();
  }
  if (size > room)
    throw new Unreadable(
      sentence('zipUnpacksToMoreThan', { unpacked: limits.unpacked / 1024 / 1024 }),
    );
  return Buffer.concat(pieces);
}

/** The files of a zip by their names without folders, in small letters; null for what is no zip. */
export async function unzip(bytes: Buffer): Promise<Map<string, Buffer> | null> {
  if (!isZip(bytes)) return null;
  const zip = await open(bytes);
  const files = new Map<string, Buffer>();
  let room = limits.unpacked;
  let entries = 0;
  try {
    for (let entry = await nextEntry(zip); entry; entry = await nextEntry(zip)) {
      if (++entries > limits.filesInZip)
        throw new Unreadable(sentence('zipHoldsMoreThanFiles', { filesInZip: limits.filesInZip }));
      if (isOfNoInterest(entry.fileName)) continue;
      const unpacked = await unpackEntry(zip, entry, room);
      room -= unpacked.length;
      files.set(baseName(entry.fileName), unpacked);
    }
  } finally {
    zip.close();
  }
  return files;
}

function nextEntry(zip: ZipFile): Promise<Entry | null> {
  return new Promise((resolve, reject) => {
    const settle = (act: () => void) => {
      zip.off('entry', onEntry).off('end', onEnd).off('error', onError);
      act();
    };
    const onEntry = (entry: Entry) => settle(() => resolve(entry));
    const onEnd = () => settle(() => resolve(null));
    const onError = () => settle(() => reject(new Unreadable(sentence('zipCannotBeRead'))));
    zip.on('entry', onEntry).on('end', onEnd).on('error', onError);
    zip.readEntry();
  });
}
