/** Standards found by framework, subject, grade, and by code or words. */
import type { Standard } from '@oaken/contract/standards';
import { wordsOf } from '@oaken/core/finding';
import { computed, reactive } from 'vue';
import { useLibrary } from './library';

/** What is asked for; null asks for any. */
export interface StandardFilters {
  framework: number | null;
  subject: string | null;
  grade: number | null;
  words: string;
}

export const anyStandard = (): StandardFilters => ({
  framework: null,
  subject: null,
  grade: null,
  words: '',
});

/** Whether typed words are part of its code, with or without its dots, or begin words of its statement. */
function says({ code, statement }: Standard, typed: readonly string[]): boolean {
  if (wordsOf(code).join('').includes(typed.join(''))) return true;
  const words = wordsOf(`${code} ${statement}`);
  return typed.every((word) => words.some((text) => text.startsWith(word)));
}

export function useStandardSearch() {
  const library = useLibrary();
  const filters = reactive(anyStandard());
  const inFramework = computed(() =>
    library.frameworks
      .filter(({ id }) => filters.framework === null || id === filters.framework)
      .flatMap(({ standards }) => standards),
  );
  const matches = computed(() => {
    const typed = wordsOf(filters.words);
    return inFramework.value.filter(
      (standard) =>
        (filters.subject === null || standard.subject === filters.subject) &&
        (filters.grade === null || standard.grades.includes(filters.grade)) &&
        says(standard, typed),
    );
  });
  const subjects = computed(() =>
    [...new Set(inFramework.value.map(({ subject }) => subject))].filter(Boolean),
  );
  const grades = computed(() =>
    [...new Set(inFramework.value.flatMap((standard) => standard.grades))].sort((a, b) => a - b),
  );
  return { filters, matches, subjects, grades, clear: () => Object.assign(filters, anyStandard()) };
}
