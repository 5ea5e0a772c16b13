/** Every filter in plain words, as it is struck out above the list. */
import { difficultyBands, itemRestCorrelationBands, usesBands } from '@oaken/core/finding';
import { kinds, type MarkedBy, type Medium } from '@oaken/core/items';
import type { useLibrary } from '../library/library';
import type { FilterName, Filters } from './useSearch';

export const markedWords: Record<MarkedBy, string> = {
  machine: 'marked by machine',
  hand: 'marked by hand',
  nobody: 'not marked',
};
export const mediumWords: Record<Medium, string> = {
  picture: 'a picture',
  sound: 'sound',
  film: 'film',
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
    frameworks.find((framework) => framework.id === id)?.name ?? 'a framework',
  grades: (grades) => `grade ${grades.join(' or ')}`,
  subject: (subject) => subject,
  standard: (id, _, { standards }) => standards.get(id)?.code ?? 'a standard',
  kind: (kind) => kinds[kind].title.toLowerCase(),
  depth: (depth) => `depth ${depth}`,
  markedBy: (markedBy) => markedWords[markedBy],
  has: (medium) => `with ${mediumWords[medium]}`,
  passage: (answer) => (answer === 'yes' ? 'with a passage' : 'without a passage'),
  bank: (id, _, { bankName }) => `in ${bankName(id)}`,
  folder: (id, _, { folderName }) => `in ${folderName(id)}`,
  tag: (tag) => `tagged ${tag}`,
  difficulty: (text) => band(difficultyBands, text),
  itemRestCorrelation: (text) => `discrimination ${band(itemRestCorrelationBands, text)}`,
  uses: (text) => band(usesBands, text),
  editedSince: (day) => `edited since ${day}`,
  unusedSince: (day, { unusedBy }) =>
    `not given to ${unusedBy === null ? 'my classes' : 'that class'} since ${day}`,
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
  else if (name === 'grades') filters.grades = [];
  else filters[name] = null;
  if (name === 'folder') filters.bank = null;
  if (name === 'unusedSince') filters.unusedBy = null;
}
