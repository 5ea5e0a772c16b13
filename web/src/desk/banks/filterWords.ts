/** Every filter in plain words, as it is struck out above the list. */
import { difficultyBands, itemRestCorrelationBands, usesBands } from '@oaken/core/finding';
import { alternatives } from '@oaken/core/text';
import { kinds, type MarkedBy, type Medium } from '@oaken/core/items';
import type { useLibrary } from '../library/library';
import { useCurricula } from '../curriculum/curricula';
import type { FilterName, Filters } from './useSearch';
import { say } from '../../words/teacher';

export const markedWords: Record<MarkedBy, string> = {
  machine: say('banks.markedByMachine'),
  hand: say('banks.markedByHand'),
  nobody: say('banks.notMarked'),
};
export const mediumWords: Record<Medium, string> = {
  picture: say('banks.aPicture'),
  sound: say('banks.withSound'),
  film: say('banks.withFilm'),
  variants: say('banks.withVariants'),
};
const band = (list: readonly { id: string; title: string }[], id: string) =>
  list.find((candidate) => candidate.id === id)?.title ?? id;

type WordsOf = {
  [Name in FilterName]: (
    value: NonNullable<Filters[Name]>,
    filters: Filters,
    library: ReturnType<typeof useLibrary>,
  ) => string;
};

const wordsOf: WordsOf = {
  words: (words) => `“${words.trim()}”`,
  framework: (id, _, { frameworks }) =>
    frameworks.find((framework) => framework.id === id)?.name ?? say('banks.aFramework'),
  grades: (grades) => say('banks.gradeGrades', { grades: alternatives(grades.map(String)) }),
  subject: (subject) => subject,
  standard: (ids, _, { standards }) =>
    alternatives(ids.map((id) => standards.get(id)?.code ?? say('banks.aStandard'))),
  kind: (chosen) => alternatives(chosen.map((kind) => kinds[kind].title.toLowerCase())),
  depth: (depths) => say('banks.depthDepth', { depth: alternatives(depths.map(String)) }),
  markedBy: (markedBy) => markedWords[markedBy],
  has: (medium) => say('banks.withMediumWords', { mediumWords: mediumWords[medium] }),
  passage: (answer) => (answer === 'yes' ? say('banks.withPassage') : say('banks.withoutPassage')),
  bank: (id, _, { bankName }) => say('banks.inBankName', { bankName: bankName(id) }),
  folder: (id, _, { folderName }) => say('banks.inFolderName', { folderName: folderName(id) }),
  curriculumLine: (id) => say('curriculum.inLine', { line: useCurricula().nameOf(id) }),
  tag: (tag) => say('banks.taggedTag', { tag }),
  difficulty: (text) => band(difficultyBands, text),
  itemRestCorrelation: (text) =>
    say('banks.discriminationBand', { band: band(itemRestCorrelationBands, text) }),
  uses: (text) => band(usesBands, text),
  editedSince: (day) => say('banks.editedSinceDay', { day }),
  unusedSince: (day, { unusedBy }) =>
    say('banks.notUsedInSince', {
      value: unusedBy === null ? say('banks.myClasses') : say('banks.thatClass'),
      day,
    }),
  unusedBy: () => '',
};

export function activeFilters(
  filters: Filters,
  library: ReturnType<typeof useLibrary>,
): { name: FilterName; text: string }[] {
  return (Object.keys(wordsOf) as FilterName[]).flatMap((name) => {
    const value = filters[name];
    if (
      value === null ||
      value === '' ||
      (Array.isArray(value) && value.length === 0) ||
      name === 'unusedBy'
    )
      return [];
    // A folder says its bank already.
    if (name === 'bank' && filters.folder !== null) return [];
    const text = (wordsOf[name] as (choice: unknown, filters: Filters, library: unknown) => string)(
      value,
      filters,
      library,
    );
    return text.trim() === '“”' ? [] : [{ name, text }];
  });
}

export function strike(filters: Filters, name: FilterName): void {
  if (name === 'words') filters.words = '';
  else if (name === 'grades' || name === 'standard' || name === 'kind' || name === 'depth')
    filters[name] = [];
  else filters[name] = null;
  if (name === 'folder') filters.bank = null;
  if (name === 'unusedSince') filters.unusedBy = null;
}
