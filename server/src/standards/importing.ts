/** Frameworks that an administrator brings in: read in a thread, looked at, then added. */
import type { api, AnswerOf, QueryOf } from '@oaken/contract';
import type { FrameworkFile } from '@oaken/core/standards';
import type { Request } from 'express';
import type { Transaction } from 'sequelize';
import type { Context } from '../context';
import { insertedId, row } from '../database/connect';
import { announcedSize, piecesOf } from '../files/receive';
import { invalid } from '../http/problem';

const largest = 12 * 1024 * 1024;
const shownLines = 300;
const atOnce = 500;

async function readSent(
  { reader }: Context,
  request: Request,
  type: 'csv' | 'case',
): Promise<FrameworkFile> {
  if (announcedSize(request, largest) === 0)
    throw invalid([{ pointer: '', message: 'The file is empty.' }]);
  const pieces: Buffer[] = [];
  for await (const piece of piecesOf(request)) pieces.push(piece);
  let file: FrameworkFile | null = null;
  await reader.read('framework', Buffer.concat(pieces), { type }, (read) => void (file = read));
  return file!;
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
  const known = await row<{ n: number }>(
    context.database,
    'SELECT COUNT(DISTINCT code) AS n FROM standards WHERE code IN (:codes)',
    { codes: file.lines.map(({ code }) => code) },
  );
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
      depth: depths.get(key)!,
    })),
    known: Number(known!.n),
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
    const same = await row(
      database,
      'SELECT id FROM frameworks WHERE name = :name FOR UPDATE',
      { name },
      transaction,
    );
    if (same)
      throw invalid([{ pointer: '/name', message: `There is a framework “${name}” already.` }]);
    const id = await insertedId(
      database,
      'INSERT INTO frameworks (name, publisher, created_at) VALUES (:name, :publisher, :time)',
      { name, publisher, time: new Date(now()) },
      transaction,
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
  const ids = new Map<string, number>();
  const depths = depthsOf(file);
  const placed = file.lines.map((line, at) => ({ ...line, position: at + 1 }));
  for (let depth = 0; ids.size < placed.length; depth++) {
    const level = placed.filter(({ key }) => depths.get(key) === depth);
    for (let from = 0; from < level.length; from += atOnce) {
      const lines = level.slice(from, from + atOnce);
      const first = await insertedId(
        database,
        `INSERT INTO standards (framework_id, parent_id, code, statement, subject, position) VALUES :lines`,
        {
          lines: lines.map(({ parent, code, statement, position }) => [
            frameworkId,
            parent === null ? null : ids.get(parent)!,
            code,
            statement,
            subject,
            position,
          ]),
        },
        transaction,
      );
      // Rows of one plain INSERT get ids that follow each other (innodb_autoinc_lock_mode 1).
      lines.forEach(({ key }, at) => ids.set(key, first + at));
    }
  }
  const grades = placed.flatMap(({ key, grades: list }) =>
    list.map((grade) => [ids.get(key)!, grade]),
  );
  for (let from = 0; from < grades.length; from += atOnce)
    await database.query('INSERT INTO standard_grades (standard_id, grade) VALUES :lines', {
      replacements: { lines: grades.slice(from, from + atOnce) },
      transaction,
    });
}
