/** Frameworks that an administrator brings in: read in a thread, looked at, then added. */
import type { api, AnswerOf, QueryOf } from '@oaken/contract';
import type { FrameworkFile } from '@oaken/core/standards';
import type { Request } from 'express';
import type { Transaction } from 'sequelize';
import type { Context } from '../context';
import { announcedSize, piecesOf } from '../files/receive';
import { invalid } from '../problems/problem';
import { elementAt, present, valueOf } from '@oaken/core/certain';
import { sentence } from './sentences';

const largest = 12 * 1024 * 1024;
const shownLines = 300;
const atOnce = 500;

async function readSent(
  { reader }: Context,
  request: Request,
  type: 'csv' | 'case',
): Promise<FrameworkFile> {
  if (announcedSize(request, largest) === 0)
    throw invalid([{ pointer: '', message: sentence('fileIsEmpty') }]);
  const pieces: Buffer[] = [];
  for await (const piece of piecesOf(request)) pieces.push(piece);
  const files: FrameworkFile[] = [];
  await reader.read('framework', Buffer.concat(pieces), { type }, (read) => void files.push(read));
  return elementAt(files, 0);
}

/** How deep each line stands, by its key. */
function depthsOf({ lines }: FrameworkFile): Map<string, number> {
  const depths = new Map<string, number>();
  for (const { key, parent } of lines)
    depths.set(key, parent === null ? 0 : (depths.get(parent) ?? 0) + 1);
  return depths;
}

export async function previewFramework(
  context: Context,
  request: Request,
  { name, type }: QueryOf<typeof api.previewFramework>,
): Promise<AnswerOf<typeof api.previewFramework>> {
  const file = await readSent(context, request, type);
  const depths = depthsOf(file);
  const known = await context.database.models.Standard.count({
    where: { code: file.lines.map(({ code }) => code) },
    distinct: true,
    col: 'code',
  });
  return {
    framework: {
      name: file.name || name.replace(/\.\w+$/, ''),
      publisher: file.publisher,
      subject: file.subject,
    },
    total: file.lines.length,
    grades: [...new Set(file.lines.flatMap(({ grades }) => grades))].sort((a, b) => a - b),
    lines: file.lines.slice(0, shownLines).map(({ key, code, statement, grades }) => ({
      code,
      statement,
      grades,
      depth: valueOf(depths, key),
    })),
    known,
  };
}

export async function importFramework(
  context: Context,
  request: Request,
  { name, publisher, subject, type }: QueryOf<typeof api.importFramework>,
): Promise<{ id: number; standards: number }> {
  const { database, now } = context;
  const file = await readSent(context, request, type);
  return database.transaction(async (transaction) => {
    const { Framework } = database.models;
    if (await Framework.findOne({ where: { name }, lock: true, transaction }))
      throw invalid([{ pointer: '/name', message: sentence('thereIsFrameworkAlready', { name }) }]);
    const { id } = await Framework.create(
      { name, publisher, createdAt: new Date(now()) },
      { transaction },
    );
    await writeStandards(context, id, subject, file, transaction);
    return { id, standards: file.lines.length };
  });
}

/** Level by level, so that a parent's id is known before its children need it. */
async function writeStandards(
  { database }: Context,
  frameworkId: number,
  subject: string,
  file: FrameworkFile,
  transaction: Transaction,
): Promise<void> {
  const { Standard, StandardGrade } = database.models;
  const ids = new Map<string, number>();
  const depths = depthsOf(file);
  const placed = file.lines.map((line, index) => ({ ...line, position: index + 1 }));
  for (let depth = 0; ids.size < placed.length; depth++) {
    const level = placed.filter(({ key }) => depths.get(key) === depth);
    for (const lines of chunks(level)) {
      await Standard.bulkCreate(
        lines.map(({ parent, code, statement, position }) => ({
          frameworkId,
          parentId: parent === null ? null : present(ids.get(parent), 'parent of the standard'),
          code,
          statement,
          subject,
          position,
        })),
        { transaction },
      );
      const written = await Standard.findAll({
        attributes: ['id', 'position'],
        where: { frameworkId, position: lines.map(({ position }) => position) },
        transaction,
      });
      const idAt = new Map(written.map(({ id, position }) => [position, id]));
      for (const { key, position } of lines)
        ids.set(key, present(idAt.get(position), 'standard that was written'));
    }
  }
  const grades = placed.flatMap(({ key, grades: list }) =>
    list.map((grade) => ({ standardId: present(ids.get(key), 'standard'), grade })),
  );
  for (const lines of chunks(grades)) await StandardGrade.bulkCreate(lines, { transaction });
}

function* chunks<T>(list: readonly T[]): Generator<T[]> {
  for (let from = 0; from < list.length; from += atOnce) yield list.slice(from, from + atOnce);
}
