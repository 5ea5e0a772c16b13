/** The framework, the banks with their files and passages, and the items in their folders. */
import { createHash } from 'node:crypto';
import { valueOf } from '@oaken/core/certain';
import { concealIds, describeItem, type ItemContent } from '@oaken/core/items';
import { passageWords } from '@oaken/core/passages';
import { framework, standardLines } from '../framework';
import { itemsByFolder, type DemoItem } from '../items';
import { templatesBySubject } from '../items/templates';
import { files } from '../media';
import { passages } from '../passages';
import { staff } from '../people';
import type { Building } from './building';

const authors = new Map([
  ['Mathematics', 'holloway'],
  ['Earth science', 'lindqvist'],
  ['Geography', 'nwosu'],
  ['Reading', 'castellano'],
]);

export function putFramework(building: Building): void {
  building.put('frameworks', { id: 1, ...framework, created_at: building.long });
  for (const line of standardLines()) {
    const id = building.standardIds.size + 1;
    building.standardIds.set(line.code, id);
    building.put('standards', {
      id,
      framework_id: 1,
      parent_id: line.parent ? valueOf(building.standardIds, line.parent) : null,
      code: line.code,
      statement: line.statement,
      subject: line.subject,
      position: id,
    });
    for (const grade of line.grades) building.put('standard_grades', { standard_id: id, grade });
  }
}

export function putBanks(building: Building): void {
  building.put('banks', {
    id: 1,
    school_id: 1,
    owner_id: null,
    reach: 'school',
    name: 'Brindlemere bank',
    created_at: building.long,
  });
  building.put('banks', {
    id: 2,
    school_id: 1,
    owner_id: null,
    reach: 'everybody',
    name: 'Open shelf',
    created_at: building.long,
  });
  for (const [index, teacher] of staff.filter(({ role }) => role === 'teacher').entries())
    building.put('banks', {
      id: 3 + index,
      school_id: 1,
      owner_id: valueOf(building.staffIds, teacher.name),
      reach: 'mine',
      name: 'My bank',
      created_at: building.long,
    });
}

export function putFiles(building: Building): void {
  for (const { id, name, type, bytes, width, height } of Object.values(files)) {
    const digest = createHash('sha256').update(bytes).digest();
    building.put('files', {
      id,
      school_id: 1,
      made_by: 1,
      name,
      type,
      bytes: bytes.length,
      width,
      height,
      digest,
      created_at: building.long,
    });
    building.put('file_chunks', { file_id: id, number: 0, bytes });
  }
}

export function putPassages(building: Building): void {
  for (const [name, content] of Object.entries(passages)) {
    const id = building.passageIds.size + 1;
    building.passageIds.set(name, id);
    const by = valueOf(building.staffIds, 'castellano');
    building.put('passages', {
      id,
      bank_id: 2,
      revision_id: id,
      created_by: by,
      created_at: building.long,
    });
    building.put('passage_revisions', {
      id,
      passage_id: id,
      number: 1,
      content: JSON.stringify(content),
      words: passageWords(content),
      created_by: by,
      created_at: building.long,
    });
  }
}

export function putItems(building: Building): void {
  for (const [index, [folder, items]] of itemsByFolder.entries()) {
    const bankId = folder === 'Reading' ? 2 : 1;
    building.put('folders', {
      id: index + 1,
      bank_id: bankId,
      parent_id: null,
      name: folder,
      position: index,
    });
    for (const item of items) {
      building.byStandard.set(item.standard, [
        ...(building.byStandard.get(item.standard) ?? []),
        item,
      ]);
      putItem(building, item, folder, { bankId, folderId: index + 1 });
    }
  }
  putTemplates(building);
}

/** Items that make themselves lie together; the tests of the school's year are made of the others. */
function putTemplates(building: Building): void {
  const folderId = itemsByFolder.length + 1;
  building.put('folders', {
    id: folderId,
    bank_id: 1,
    parent_id: null,
    name: 'Other numbers for each student',
    position: itemsByFolder.length,
  });
  for (const [subject, items] of templatesBySubject)
    for (const item of items) putItem(building, item, subject, { bankId: 1, folderId });
}

function putItem(
  building: Building,
  item: DemoItem,
  subject: string,
  { bankId, folderId }: { bankId: number; folderId: number },
): void {
  const id = building.itemIds.size + 1;
  building.itemIds.set(item, id);
  const by = valueOf(building.staffIds, valueOf(authors, subject));
  const grade = Number(item.standard.split('.')[1]);
  building.put('items', {
    id,
    bank_id: bankId,
    folder_id: folderId,
    revision_id: id,
    created_by: by,
    created_at: building.long,
    use_count: 0,
  });

  const content = storedContent(building, item, id);
  building.contents.set(item, content);
  const { words, choiceWords, kind, points, markedBy, media } = describeItem(content);
  building.put('revisions', {
    id,
    item_id: id,
    number: 1,
    passage_id: content.passage?.id ?? null,
    content: JSON.stringify(content),
    words,
    choice_words: choiceWords,
    kind,
    points,
    marked_by: markedBy,
    media,
    subject,
    depth: item.depth,
    seconds: item.seconds,
    // That they are fair a test of the demonstration says.
    variant_report: content.template ? JSON.stringify({ faults: [] }) : null,
    created_by: by,
    created_at: building.long,
  });
  building.put('revision_standards', {
    revision_id: id,
    standard_id: valueOf(building.standardIds, item.standard),
  });
  building.put('revision_grades', { revision_id: id, grade });
}

/** The content under ids that tell nothing of the key, with the passage that it asks about. */
function storedContent(building: Building, item: DemoItem, id: number): ItemContent {
  const passage = item.passage === undefined ? null : valueOf(building.passageIds, item.passage);
  const letters = building.stream(`ids/${id}`);
  const hidden = concealIds(item.content, (n) =>
    Array.from({ length: n }, () => letters.pick([...'abcdefghijklmnopqrstuvwxyz'])).join(''),
  );
  return passage === null ? hidden : { ...hidden, passage: { id: passage, revision: passage } };
}
