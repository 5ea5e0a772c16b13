/** The answer sheet of work that was done on paper. */
import type { Database } from '../database/connect';
import { fileAddressOf } from '@oaken/core/markup';

/** @returns addresses of its pages, in their order; none for work on a screen */
export async function sheetPictures({ models }: Database, attemptId: number): Promise<string[]> {
  const pages = await models.ScannedPage.findAll({
    attributes: ['pictureId'],
    where: { state: 'taken' },
    include: [{ association: 'printedSheet', attributes: [], where: { attemptId } }],
    order: ['page'],
  });
  return pages.map(({ pictureId }) => fileAddressOf(pictureId));
}
