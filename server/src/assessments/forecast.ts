/** What the next class may earn on a test, from what classes earned on its items as they are worded and keyed in it. */
import { classVarianceOf, forecast, type ClassVariance, type Forecast } from '@oaken/core/forecast';
import { allEntries, pointsOf, type Outline } from '@oaken/core/assessments';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { sumsByClass, sumsOfSharedItems } from './queries';

export async function forecastOf(context: Context, outline: Outline): Promise<Forecast> {
  const points = pointsOf(outline).entries;
  const entries = allEntries(outline);
  const items = entries.map(({ id, itemId, points: usual }) => ({
    item: itemId,
    points: points.get(id) ?? usual,
  }));
  const pinned = entries.map(({ revisionId }) => revisionId);
  return forecast(
    items,
    await sumsByClass(context.database, pinned),
    await schoolVariance(context),
  );
}

/** How much classes differ changes slowly; it is read again so often, in milliseconds. */
const readAgainAfter = 10 * 60_000;
/** Of so many of the latest assignments, and so many items that several classes met. */
const latestAssignments = 200;
const mostItems = 120;

const known = new WeakMap<Database, { time: number; variance: ClassVariance | null }>();

async function schoolVariance({ database, now }: Context): Promise<ClassVariance | null> {
  const held = known.get(database);
  if (held && now() - held.time < readAgainAfter && now() >= held.time) return held.variance;
  const list = await sumsOfSharedItems(database, { latestAssignments, mostItems });
  const variance = classVarianceOf(list);
  known.set(database, { time: now(), variance });
  return variance;
}
