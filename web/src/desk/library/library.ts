/** Frameworks and banks, which every page of the desk needs and which rarely change: read once a sign-in. */
import type { AnswerOf, api } from '@oaken/contract';
import type { Bank, Folder } from '@oaken/contract/banks';
import type { Standard } from '@oaken/contract/standards';
import { chainsOf } from '@oaken/core/tree';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { call } from '../../client/call';
import { say } from '../../words/teacher';

type Framework = AnswerOf<typeof api.listFrameworks>['frameworks'][number];

export interface FolderLine {
  folder: Folder;
  level: number;
  hasBelow: boolean;
}

/** A bank's folders as lines, each under the one that it lies in. */
export function folderLines(
  { folders }: Bank,
  isOpen: (id: number) => boolean = () => true,
): FolderLine[] {
  const lines: FolderLine[] = [];
  const visit = (parent: number | null, level: number) => {
    for (const folder of folders.filter(({ parentId }) => parentId === parent)) {
      const hasBelow = folders.some(({ parentId }) => parentId === folder.id);
      lines.push({ folder, level, hasBelow });
      if (hasBelow && isOpen(folder.id)) visit(folder.id, level + 1);
    }
  };
  visit(null, 0);
  return lines;
}

export const useLibrary = defineStore('library', () => {
  const frameworks = ref<Framework[]>([]);
  const banks = ref<Bank[]>([]);

  async function load(): Promise<void> {
    const [standards, shelves] = await Promise.all([
      call('listFrameworks', {}),
      call('listBanks', {}),
    ]);
    frameworks.value = standards.frameworks;
    banks.value = shelves.banks;
  }
  const loadBanks = async () => (banks.value = (await call('listBanks', {})).banks);

  const standards = computed(
    () =>
      new Map(
        frameworks.value.flatMap((framework) =>
          framework.standards.map((standard): [number, Standard] => [standard.id, standard]),
        ),
      ),
  );
  /** A standard with those above it, from below. */
  const chainOf = computed(() => chainsOf(standards.value.values()));
  const grades = computed(() =>
    [...new Set([...standards.value.values()].flatMap((standard) => standard.grades))].sort(
      (a, b) => a - b,
    ),
  );
  const mayChange = computed(() => banks.value.filter(({ may }) => may === 'edit'));
  const folderName = (id: number) =>
    banks.value.flatMap(({ folders }) => folders).find((folder) => folder.id === id)?.name ??
    say('banks.aFolder');
  const bankName = (id: number) =>
    banks.value.find((bank) => bank.id === id)?.name ?? say('banks.aBank');
  return {
    frameworks,
    banks,
    standards,
    chainOf,
    grades,
    mayChange,
    load,
    loadBanks,
    folderName,
    bankName,
  };
});
