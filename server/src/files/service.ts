/** Files in the database, in pieces, so that every server process and every backup has them. */
import { present } from '@oaken/core/certain';
import type { KeptFile } from '@oaken/contract/files';
import { entriesOf } from '@oaken/core/forms';
import { fileAddressOf } from '@oaken/core/markup';
import type { Part } from '@oaken/core/items';
import { defaultGrace } from '@oaken/core/timing';
import type { Request } from 'express';
import { createHash, randomBytes } from 'node:crypto';
import { setTimeout as rest } from 'node:timers/promises';
import { Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import type { Editions } from '../attempts/editions';
import { invalid, notFound, problem } from '../problems/problem';
import { Line } from '../threads/line';
import { insistOnRoom } from './quotas';
import { largest, largestText, MB, pieceSize, uploadsAtOnce } from './limits';
import { announcedSize, piecesOf } from './receive';
import { isBinary, readFile, type Known, type Sort } from './types';
import type { Context } from '../context';
import { sentence } from './sentences';

const nameOf = (sort: Sort) => sentence(`sorts.${sort}`);
const wrong = (message: string) => invalid([{ pointer: '', message }]);
const inMB = (bytes: number) => (bytes / MB).toFixed(1);

/** What a sender says of a file, and what is taken from them. */
interface Wish {
  name: string;
  type: string;
  attemptId: number | null;
  /** Looks at what the file is. @throws Problem for what is not wanted here */
  check(file: Known): void;
}

const uploads = new Line(uploadsAtOnce, 0);
/** Pieces are written one after the other, whoever sends them: answers are saved between. */
const writing = new Line(1, 10_000);

/** A teacher's picture, sound or film for items. */
export function keepFile(
  context: Context,
  me: SignedIn,
  { name, type, as }: { name: string; type: string; as: 'picture' | 'sound' | 'film' },
  request: Request,
): Promise<KeptFile> {
  return receive(context, me, request, {
    name,
    type,
    attemptId: null,
    check(file) {
      if (file.sort !== as)
        throw wrong(
          sentence('thisIsNot', {
            sort: nameOf(file.sort),
            type: file.type,
            wanted: nameOf(as),
          }),
        );
    },
  });
}

/** A student's own file: of the kind that the question asks for, and only while the attempt is open. */
export async function keepWork(
  context: Context,
  editions: Editions,
  me: SignedIn,
  attemptId: number,
  { name, type, entry, part }: { name: string; type: string; entry: string; part: string },
  request: Request,
): Promise<KeptFile> {
  await insistOnOpen(context, me, attemptId);
  const asked = await partOf(context, editions, me, attemptId, entry, part);
  if (asked?.kind !== 'upload') throw problem('no-file-asked');
  return receive(context, me, request, {
    name,
    type,
    attemptId,
    check(file) {
      if (asked.accepts === 'photo' && (file.sort !== 'picture' || file.type === 'image/svg+xml'))
        throw wrong(
          sentence('questionAsksForPhotoThis', { sort: nameOf(file.sort), type: file.type }),
        );
    },
  });
}

/** @throws Problem 404 for an attempt that is not mine, 409 for one that has ended */
async function insistOnOpen(
  { database, now }: Context,
  me: SignedIn,
  attemptId: number,
): Promise<void> {
  const attempt = await database.models.Attempt.findOne({
    attributes: ['handedInAt', 'deadlineAt'],
    where: { id: attemptId, studentId: me.account.id },
  });
  if (!attempt) throw notFound('attempt');
  const { handedInAt, deadlineAt } = attempt;
  if (handedInAt !== null || (deadlineAt !== null && deadlineAt.getTime() + defaultGrace < now()))
    throw problem('time-over');
}

/** The part of the question for which a file is sent; undefined where the test has none by this name. */
async function partOf(
  { database }: Context,
  editions: Editions,
  me: SignedIn,
  attemptId: number,
  entryId: string,
  partId: string,
): Promise<Part | undefined> {
  const { AssignmentStudent, Attempt } = database.models;
  const studentId = me.account.id;
  const attempt = await Attempt.findOne({
    attributes: ['assignmentId'],
    where: { id: attemptId, studentId },
    include: [{ association: 'assignment', where: { unassignedAt: null } }],
  });
  const assignment = attempt?.assignment;
  const given =
    assignment &&
    (await AssignmentStudent.count({
      where: { assignmentId: assignment.id, studentId, withdrawnAt: null },
    }));
  if (!given) throw notFound('attempt');
  const { edition } = await editions.get(assignment.editionId);
  const entry = entriesOf(edition).find(({ id }) => id === entryId);
  return entry?.content.parts.find(({ id }) => id === partId);
}

/** Takes a file in while it arrives. What is refused, or breaks off, leaves nothing behind. */
async function receive(
  context: Context,
  me: SignedIn,
  request: Request,
  wish: Wish,
): Promise<KeptFile> {
  const size = announcedSize(request);
  if (size === 0) throw wrong(sentence('fileIsEmpty'));
  return uploads.pass(async () => {
    const id = await begin(context, me, wish, size);
    try {
      const { file, digest } = await store(context, request, id, wish, size);
      if (wish.attemptId !== null) await insistOnOpen(context, me, wish.attemptId);
      return await finish(context, me, id, { ...wish, size, file, digest });
    } catch (error) {
      await remove(context, id);
      throw error;
    }
  });
}

/**
 * Counts the file's room from now on; one person's files one after the other, so that many at once
 * are not too many.
 */
function begin(
  context: Context,
  me: SignedIn,
  { name, attemptId }: Wish,
  size: number,
): Promise<string> {
  const { database, now } = context;
  const { Account, StoredFile } = database.models;
  const { id: madeBy, schoolId } = me.account;
  return database.transaction(async (transaction) => {
    await Account.findByPk(madeBy, { lock: true, transaction });
    await insistOnRoom(context, me, attemptId, size, transaction);
    const { id } = await StoredFile.create(
      {
        id: randomBytes(16).toString('base64url'),
        schoolId,
        madeBy,
        name: name.slice(0, 200),
        // What it is will be known when its first piece has arrived.
        type: '',
        bytes: size,
        digest: Buffer.alloc(32),
        attemptId,
        createdAt: new Date(now()),
        complete: false,
      },
      { transaction },
    );
    return id;
  });
}

/** Writes what arrives, and looks at what it is as soon as enough is there. */
async function store(context: Context, request: Request, id: string, wish: Wish, size: number) {
  const hash = createHash('sha256');
  let file: Known | null = null;
  let number = 0;
  for await (const piece of piecesOf(request)) {
    if (number === 0) {
      file = await recognize(context, piece, wish.type, size);
      const sizeLimit = largest[file.sort];
      if (size > sizeLimit)
        throw problem('too-large', {
          words: sentence('fileHasMbMayHave', {
            size: inMB(size),
            sort: nameOf(file.sort),
            sizeLimit: sizeLimit / MB,
          }),
        });
      wish.check(file);
    }
    hash.update(piece);
    await writePiece(context, id, number++, piece);
  }
  return { file: present(file, 'first piece'), digest: hash.digest() };
}

/** The longest rest after a piece, in ms. */
const longestRest = 150;

/**
 * Stores one piece when its turn has come; each is a short transaction of its own. After each the
 * disk rests for twice as long as it worked: that is when answers are saved.
 */
export const writePiece = ({ database }: Context, id: string, number: number, piece: Uint8Array) =>
  writing.pass(async () => {
    const from = performance.now();
    await database.models.FileChunk.create({ fileId: id, number, bytes: Buffer.from(piece) });
    await rest(Math.min(longestRest, 2 * (performance.now() - from)));
  });

/** What a file is by its first piece; what is text all through is read in a thread, and whole. */
async function recognize(
  { reader }: Context,
  piece: Buffer,
  claimed: string,
  size: number,
): Promise<Known> {
  if (isBinary(piece)) return known(readFile(piece, claimed));
  if (size > largestText) throw problem('too-large', { words: sentence('drawingSvgOrTextMay') });
  let file: Known | undefined;
  await reader.read('recognize', piece, { claimed }, (reading) => void (file = known(reading)));
  return present(file, 'reading of the file');
}

function known(reading: ReturnType<typeof readFile>): Known {
  if (!reading.ok) throw wrong(reading.message);
  return reading.file;
}

/** The file can be fetched. The same file again is the one that was kept before. */
async function finish(
  context: Context,
  me: SignedIn,
  id: string,
  { name, attemptId, size, file, digest }: Wish & { size: number; file: Known; digest: Buffer },
): Promise<KeptFile> {
  const { database } = context;
  const { type, width, height } = file;
  const { StoredFile } = database.models;
  const same = await StoredFile.findOne({
    where: { madeBy: me.account.id, digest, attemptId, complete: true },
  });
  if (same) await remove(context, id);
  else await StoredFile.update({ type, width, height, digest, complete: true }, { where: { id } });
  return { address: fileAddressOf(same?.id ?? id), name, type, bytes: size, width, height };
}

async function remove({ database }: Context, id: string): Promise<void> {
  await database.models.StoredFile.destroy({ where: { id } });
}

/** What broke off while no server looked is removed after a while. */
export async function removeUnfinished({ database, now }: Context): Promise<void> {
  await database.models.StoredFile.destroy({
    where: { complete: false, createdAt: { [Op.lt]: new Date(now() - 3_600_000) } },
  });
}

export interface Served {
  id: string;
  name: string;
  type: string;
  bytes: number;
  /** In picture points; null for what is no picture. */
  width: number | null;
}

const endings: Record<string, string> = {
  'image/jpeg': 'jpg',
  'image/svg+xml': 'svg',
  'audio/mpeg': 'mp3',
  'text/plain': 'txt',
};

/**
 * A file's address is a secret of 128 bits: whoever was shown it may fetch it, signed in. A
 * student's work is for the student and the staff alone. Students get names that say nothing: an
 * author's file name may say which answer is right.
 */
export async function findFile({ database }: Context, me: SignedIn, id: string): Promise<Served> {
  const staff = me.account.role !== 'student';
  const file = await database.models.StoredFile.findOne({ where: { id, complete: true } });
  const mine = file?.madeBy === me.account.id;
  const ofMySchool = staff && file?.schoolId === me.account.schoolId;
  if (!file || !(file.attemptId === null || mine || ofMySchool)) throw notFound('file');
  const { name, type, bytes, width } = file;
  const ending = endings[type] ?? type.split('/')[1];
  return { id, type, bytes, width, name: staff || mine ? name : `file.${ending}` };
}

/** The bytes from `from` to `to`, both included, a piece at a time. */
export async function* readBytes(
  { database }: Context,
  id: string,
  from: number,
  to: number,
): AsyncGenerator<Buffer> {
  for (let number = Math.floor(from / pieceSize); number * pieceSize <= to; number++) {
    const piece = await database.models.FileChunk.findOne({ where: { fileId: id, number } });
    if (!piece) return;
    const start = number * pieceSize;
    yield piece.bytes.subarray(
      Math.max(0, from - start),
      Math.min(piece.bytes.length, to - start + 1),
    );
  }
}
