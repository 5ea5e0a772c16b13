/** Tests that are still being built. */
import { allEntries } from '@oaken/core/assessments';
import { valueOf } from '@oaken/core/certain';
import { itemPoints } from '@oaken/core/items';
import { hour } from '@oaken/core/timing';
import { folders, type Draft } from '../drafts';
import { canBeSimulated } from '../simulate';
import type { Building } from './building';
import { countUse, keyOf } from './tests';

export function putDraft(building: Building, id: number, draft: Draft): void {
  const { by, withThem, folder, outline } = draft;
  const testOutline = outline(id, {
    itemsOn: (code, n) =>
      (building.byStandard.get(code) ?? [])
        .filter(canBeSimulated)
        .slice(0, n)
        .map((demoItem) => ({
          itemId: valueOf(building.itemIds, demoItem),
          points: itemPoints(demoItem.content),
        })),
    standardId: (code) => valueOf(building.standardIds, code),
  });
  const made = new Date(building.options.now - 3 * hour);
  const owner = valueOf(building.staffIds, by);
  building.put('tests', {
    id,
    school_id: 1,
    owner_id: owner,
    title: testOutline.title,
    outline: JSON.stringify(testOutline),
    version: 1,
    ready: false,
    reach: 'mine',
    client_key: keyOf(id),
    created_at: made,
    changed_at: made,
  });
  for (const itemId of new Set(allEntries(testOutline).map((entry) => entry.itemId))) {
    countUse(building, id, itemId);
  }
  if (withThem)
    building.put('test_shares', {
      test_id: id,
      account_id: valueOf(building.staffIds, withThem),
      right: 'edit',
    });
  if (folder !== null) fileIn(building, owner, id, folder);
}

/** The folders of a teacher, one of which holds the test. */
function fileIn(building: Building, owner: number, testId: number, folder: string): void {
  for (const name of folders) {
    const folderId = building.put('test_folders', {
      id: building.nextId('test_folders'),
      owner_id: owner,
      parent_id: null,
      name,
    });
    if (name === folder)
      building.put('test_filings', { account_id: owner, test_id: testId, folder_id: folderId });
  }
}
