/** What a file is by its own first bytes, whatever its name says. */
import { elementAt, present } from '@oaken/core/certain';
import { disableTypes, imageSize } from 'image-size';
import { filetypeinfo } from 'magic-bytes.js';
import { svgProblem } from './svg';
import { sentence } from './sentences';

/** Only what can be kept is looked at: readers of rarer formats have been made to hang before. */
disableTypes([
  'bmp',
  'cur',
  'dds',
  'heif',
  'icns',
  'ico',
  'j2c',
  'jp2',
  'jxl',
  'jxl-stream',
  'ktx',
  'pnm',
  'psd',
  'tga',
  'tiff',
]);

export type Sort = 'picture' | 'sound' | 'film' | 'document';

/** By media type; what is not here is not kept. */
const sorts: Record<string, Sort> = {
  'image/png': 'picture',
  'image/jpeg': 'picture',
  'image/gif': 'picture',
  'image/webp': 'picture',
  'image/svg+xml': 'picture',
  'audio/mpeg': 'sound',
  'audio/wav': 'sound',
  'audio/ogg': 'sound',
  'audio/mp4': 'sound',
  'audio/webm': 'sound',
  'video/mp4': 'film',
  'video/webm': 'film',
  'application/pdf': 'document',
  'text/plain': 'document',
};

const others: Record<string, string> = {
  'audio/x-wav': 'audio/wav',
  'audio/vnd.wave': 'audio/wav',
  'audio/wave': 'audio/wav',
  'audio/mp3': 'audio/mpeg',
  'audio/x-m4a': 'audio/mp4',
  'audio/m4a': 'audio/mp4',
  'application/ogg': 'audio/ogg',
  'video/ogg': 'audio/ogg',
  'image/jpg': 'image/jpeg',
  'audio/opus': 'audio/ogg',
  'video/quicktime': 'video/mp4',
  'video/x-m4v': 'video/mp4',
  'application/mp4': 'video/mp4',
};
const usual = (type: string) => others[type] ?? type;

/** Recordings of sound alone come in the same containers as films, and only their sender knows which it is. */
const soundIn: Record<string, string> = { 'audio/mp4': 'video/mp4', 'audio/webm': 'video/webm' };

export interface Known {
  type: string;
  sort: Sort;
  width: number | null;
  height: number | null;
}

export type FileReading = { ok: true; file: Known } | { ok: false; message: string };

const refused = (message: string): FileReading => ({ ok: false, message });

const isText = (bytes: Buffer) => {
  try {
    // eslint-disable-next-line no-control-regex
    return !/[\x00-\x08\x0e-\x1f]/.test(new TextDecoder('utf-8', { fatal: true }).decode(bytes));
  } catch {
    return false;
  }
};

/** Whether a file's first bytes say what it is, so that nobody has to read the rest. */
export const isBinary = (start: Buffer) =>
  stillPicture.test(brandOf(start)) ||
  typesOf(start).some((type) => type in sorts && !isWritten(type));

const isWritten = (type: string) => type === 'image/svg+xml' || type === 'text/plain';

const brandOf = (bytes: Buffer) => bytes.subarray(4, 12).toString('latin1');
/** Still pictures in the container that films come in (ISO/IEC 23008-12, annex B; AVIF). */
const stillPicture = /^ftyp(hei[cxms]|hev[cx]|mif1|msf1|avi[fs])/;

function typesOf(bytes: Buffer): string[] {
  const brand = brandOf(bytes);
  if (/^ftypM4[AB]/.test(brand)) return ['audio/mp4'];
  if (stillPicture.test(brand)) return [];
  if (brand.startsWith('ftyp')) return ['video/mp4'];
  const types = filetypeinfo([...bytes.subarray(0, 600)]).flatMap(({ mime }) =>
    mime ? [usual(mime)] : [],
  );
  // Raw MPEG frames carry no mark that every reader knows.
  if (types.length === 0 && bytes[0] === 0xff && ((bytes[1] ?? 0) & 0xe0) === 0xe0)
    return ['audio/mpeg'];
  return types;
}

/**
 * @param claimed the media type that the sender gave; empty when it gave none
 */
export function readFile(bytes: Buffer, claimed: string): FileReading {
  if (bytes.length === 0) return refused(sentence('fileIsEmpty'));
  if (stillPicture.test(brandOf(bytes))) {
    const format = brandOf(bytes).startsWith('ftypavi') ? 'AVIF' : sentence('heicAsPhonesTake');
    return refused(sentence('thisIsPhotoAsSave', { format }));
  }
  const claimedType = usual(elementAt(claimed.toLowerCase().split(';'), 0).trim());
  const types = typesOf(bytes).filter((type) => type in sorts && !isWritten(type));
  const spoken = types.includes(soundIn[claimedType] ?? '') ? claimedType : undefined;
  let type = spoken ?? types.find((text) => text === claimedType) ?? types[0];
  if (type === undefined && isText(bytes)) {
    const text = bytes.toString('utf8');
    if (/<svg[\s>]/i.test(text)) {
      const problem = svgProblem(text);
      if (problem !== null) return refused(problem);
      type = 'image/svg+xml';
    } else type = 'text/plain';
  }
  if (type === undefined) return refused(sentence('whatThisFileIsCannot'));
  if (
    claimedType !== '' &&
    claimedType !== 'application/octet-stream' &&
    claimedType in sorts &&
    sorts[claimedType] !== sorts[type]
  )
    return refused(sentence('fileSaysThatIsBut', { claimedType, type }));
  const sort = present(sorts[type], `sort of ${type}`);
  if (sort !== 'picture') return { ok: true, file: { type, sort, width: null, height: null } };
  try {
    // A copy of its own: the reader looks at the whole memory behind a slice.
    const { width, height } = imageSize(new Uint8Array(bytes));
    if (!(width > 0 && height > 0) || width > 20_000 || height > 20_000)
      return refused(sentence('picturesSizeCannotBeRead'));
    return { ok: true, file: { type, sort, width: Math.round(width), height: Math.round(height) } };
  } catch {
    return refused(sentence('pictureIsDamagedItsSize'));
  }
}
