/** Whether the variants of items that make themselves are fair: looked at once for each revision, in a thread. */
import { mediaBits } from '@oaken/core/items';
import { Op } from 'sequelize';
import type { Context } from '../context';
import type { Revision } from '../models';
import type { VariantReport } from '@oaken/core/variants';

/** The highest bit: whatever has it makes itself. */
export const makesItself = { media: { [Op.gte]: mediaBits.variants } };

async function lookAt({ database, reader }: Context, revision: Revision): Promise<VariantReport> {
  const grades = (revision.grades ?? []).map(({ grade }) => grade);
  const asked = Buffer.from(JSON.stringify(revision.content));
  let report: VariantReport = { faults: [] };
  const grade = grades.length > 0 ? Math.max(...grades) : null;
  await reader.read('variants', asked, { grade }, (piece) => void (report = piece));
  await database.models.Revision.update({ variantReport: report }, { where: { id: revision.id } });
  return report;
}

/**
 * What is unfair in the variants of some revisions, in words; those that are fair, or that do not make themselves, are
 * left out.
 */
export async function unfairAmong(
  context: Context,
  revisionIds: readonly number[],
): Promise<Map<number, string[]>> {
  const { Revision } = context.database.models;
  const known = await Revision.findAll({
    attributes: ['id', 'variantReport'],
    where: { id: [...new Set(revisionIds)], ...makesItself },
  });
  const unfair = new Map<number, string[]>();
  for (const { id, variantReport } of known) {
    const report =
      variantReport ??
      (await lookAt(
        context,
        await Revision.findByPk(id, { include: 'grades', rejectOnEmpty: true }),
      ));
    const words = report.faults.map((fault) => fault.words);
    if (words.length > 0) unfair.set(id, words);
  }
  return unfair;
}
