/** What the kinds share that a teacher marks. */
import { z } from 'zod';
import { richText } from '../../rich-text';
import { count } from '../../text';
import { roundPoints } from '../../scoring';
import type { Gist } from '../kind/gist';
import { sentence } from './sentences';

/** What to look for when marking; for teachers only. */
export const guide = richText.default('');

const level = z.strictObject({
  points: z
    .number(sentence('pointsMustBeNumber'))
    .min(0, sentence('pointsCannotBeBelowZero'))
    .max(1000),
  /** What work at this level looks like. */
  words: z.string().trim().max(600, sentence('atMost600Characters')),
});

const criterion = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,24}$/),
  name: z.string().trim().min(1, sentence('criterionHasNoName')).max(120),
  levels: z
    .array(level)
    .min(2, sentence('criterionNeedsAtLeastTwo'))
    .max(8)
    .refine(
      (levels) => new Set(levels.map(({ points }) => points)).size === levels.length,
      sentence('twoLevelsGiveSamePoints'),
    ),
});
export type Criterion = z.infer<typeof criterion>;

/** What is looked at one by one, each with levels; the points are their sum. For teachers only until marks are out. */
export const criteria = z.array(criterion).max(8, sentence('atMost8Criteria')).optional();

const best = ({ levels }: Criterion) => Math.max(...levels.map(({ points }) => points));

/** The most points that criteria give together. */
export const criteriaPoints = (all: readonly Criterion[]) =>
  roundPoints(all.reduce((sum, candidate) => sum + best(candidate), 0));

/** Which level was given for each criterion, by their ids, as the place among its levels. */
export type Levels = Readonly<Record<string, number>>;

/** The points of these levels; null while a criterion has none, or one that it does not know. */
export function levelPoints(all: readonly Criterion[], levels: Levels): number | null {
  const points = all.map(
    ({ id, levels: criterionLevels }) => criterionLevels[levels[id] ?? -1]?.points,
  );
  return points.every((value) => value !== undefined)
    ? roundPoints(points.reduce((sum, value) => sum + value, 0))
    : null;
}

/** Points at criteria that do not add up to the points of the part. */
export function checkCriteria(
  part: { criteria?: Criterion[] | undefined; rule: { points: number } },
  context: z.RefinementCtx,
): void {
  if (!part.criteria?.length) return;
  const issue = (message: string) =>
    context.addIssue({ code: 'custom', path: ['criteria'], message });
  if (new Set(part.criteria.map(({ id }) => id)).size < part.criteria.length)
    issue(sentence('twoCriteriaAreSame'));
  const sum = criteriaPoints(part.criteria);
  if (sum !== part.rule.points)
    issue(
      sentence('criteriaGiveTogetherButPart', {
        points: count(sum, 'point'),
        partPoints: part.rule.points,
      }),
    );
}

/** What of a part that is marked by hand a person may write down as text. */
export const handGist = (part: {
  prompt?: string | undefined;
  needs?: string | undefined;
  guide: string;
  criteria?: Criterion[] | undefined;
  rule: { points: number };
}): Gist => ({
  prompt: part.prompt,
  needs: part.needs,
  guide: part.guide,
  criteria: part.criteria,
  points: part.rule.points,
});

/** What a part that is marked by hand takes from another part. */
export const fromHandGist = ({
  prompt,
  needs,
  points = 4,
  guide: kept = '',
  criteria: partCriteria,
}: Gist) => ({
  prompt,
  needs,
  guide: kept,
  ...(partCriteria !== undefined && { criteria: partCriteria as Criterion[] }),
  rule: { rule: 'by-hand' as const, points },
});

/** What counts where a person marks, in one sentence. */
export const handInWords = ({ points }: { points: number }, what: string) =>
  sentence('teacherMarksUpTo', { what, points: count(points, 'point') });
