/** A test that was planned, as it was built, and as it was given. */
import { elementAt, present, valueOf } from '@oaken/core/certain';
import type { Edition } from '@oaken/core/forms';
import { itemPoints } from '@oaken/core/items';
import { plainText } from '@oaken/core/plain';
import { sumPoints } from '@oaken/core/scoring';
import { day } from '@oaken/core/timing';
import { schoolDay } from '../calendar';
import type { DemoItem } from '../items';
import { passages } from '../passages';
import { classes } from '../people';
import type { Plan } from '../plan';
import type { Building } from './building';

export interface PlannedEntry {
  item: DemoItem;
  id: string;
  itemId: number;
  points: number;
}

/** A planned test with its items. */
export interface PlannedTest {
  id: number;
  plan: Plan;
  entries: PlannedEntry[];
  points: number;
  edition: Edition;
  /** The account of who built it. */
  by: number;
  opens: number;
  closes: number;
  made: Date;
}

/** The key under which a client would have made it. */
export const keyOf = (id: number) => `00000000-0000-4000-8000-${String(id).padStart(12, '0')}`;

export function countUse(building: Building, testId: number, itemId: number): void {
  const item = elementAt(valueOf(building.tables, 'items'), itemId - 1);
  item.use_count = Number(item.use_count) + 1;
  building.put('test_revisions', { test_id: testId, revision_id: itemId });
}

/** The item with these words; those that fit none or several are a mistake in the plan. */
export function itemSaying({ itemIds }: Building, words: string): DemoItem {
  const fitting = [...itemIds.keys()].filter(({ content }) =>
    plainText(content.stem).includes(words),
  );
  if (fitting.length !== 1) throw new Error(`“${words}” fits ${fitting.length} items.`);
  return elementAt(fitting, 0);
}

const classOf = ({ classes: [name] }: Plan) =>
  present(
    classes.find((candidate) => candidate.name === name),
    'class of the plan',
  );

/** An entry as outlines and editions both have it. */
const pinned = ({ id, itemId, points }: PlannedEntry) => ({
  id,
  itemId,
  revisionId: itemId,
  points,
});
const section = <Entry>(testId: number, entries: Entry[]) => ({
  id: `sec${testId}`.padEnd(6, '0'),
  title: '',
  directions: '',
  entries,
});

function editionOf(
  { passageIds, contents }: Building,
  plan: Plan,
  id: number,
  entries: readonly PlannedEntry[],
): Edition {
  const asked = entries.flatMap(({ item }) => item.passage ?? []);
  return {
    title: plan.title,
    directions: plan.directions,
    passages: Object.fromEntries(
      asked.map((name) => [String(valueOf(passageIds, name)), present(passages[name], 'passage')]),
    ),
    subject: classOf(plan).subject,
    sections: [
      section(
        id,
        entries.map((entry) => ({
          ...pinned(entry),
          content: valueOf(contents, entry.item),
          standards: [entry.item.standard],
          depth: entry.item.depth,
        })),
      ),
    ],
  };
}

export function plannedTest(building: Building, id: number, plan: Plan): PlannedTest {
  const items = plan.items.map((words) => itemSaying(building, words));
  const entries = items.map((item, index) => ({
    item,
    id: `e${id}x${String(index + 1).padStart(2, '0')}`,
    itemId: valueOf(building.itemIds, item),
    points: itemPoints(item.content),
  }));
  const { now } = building.options;
  const opens = schoolDay(now, ...plan.opens);
  return {
    id,
    plan,
    entries,
    points: sumPoints(entries.map(({ points }) => points)),
    edition: editionOf(building, plan, id, entries),
    by: valueOf(building.staffIds, plan.by),
    opens,
    closes: schoolDay(now, ...plan.closes),
    made: new Date(Math.min(opens, now) - 2 * day),
  };
}

export function putTest(building: Building, test: PlannedTest): void {
  const { id, plan, entries, by, made, points, edition } = test;
  const { subject, grade } = classOf(plan);
  const outline = {
    title: plan.title,
    directions: plan.directions,
    kind: plan.kind,
    subject,
    grades: [grade],
    ready: true,
    sections: [section(id, entries.map(pinned))],
  };
  building.put('tests', {
    id,
    school_id: 1,
    owner_id: by,
    title: plan.title,
    outline: JSON.stringify(outline),
    version: 1,
    ready: true,
    reach: plan.reach ?? 'mine',
    client_key: keyOf(id),
    created_at: made,
    changed_at: made,
  });
  building.put('editions', {
    id,
    test_id: id,
    content: JSON.stringify(edition),
    item_count: entries.length,
    points,
    created_at: made,
  });
  for (const entry of entries) {
    countUse(building, id, entry.itemId);
    building.put('edition_revisions', {
      edition_id: id,
      entry_id: entry.id,
      item_id: entry.itemId,
      revision_id: entry.itemId,
    });
  }
}
