/** Frameworks and banks, which every page of the desk needs and which rarely change: read once a sign-in. */
import type { Bank } from '@oaken/contract/banks';
import type { Standard } from '@oaken/contract/standards';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { call } from '../../client/call';

type Framework = Awaited<ReturnType<typeof call<'listFrameworks'>>>['frameworks'][number];

export const useLibrary = defineStore('library', () => {
  const frameworks = ref<Framework[]>([]);
  const banks = ref<Bank[]>([]);

  async function load(): Promise<void> {
    const [standards, shelves] = await Promise.all([call('listFrameworks', {}), call('listBanks', {})]);
    frameworks.value = standards.frameworks;
    banks.value = shelves.banks;
  }

  const standards = computed(
    () => new Map(frameworks.value.flatMap((own) => own.standards.map((one): [number, Standard] => [one.id, one]))),
  );
  const grades = computed(() =>
    [...new Set([...standards.value.values()].flatMap((own) => own.grades))].sort((a, b) => a - b),
  );
  const folderName = (id: number) =>
    banks.value.flatMap(({ folders }) => folders).find((own) => own.id === id)?.name ?? 'a folder';
  const bankName = (id: number) => banks.value.find((own) => own.id === id)?.name ?? 'a bank';
  return { frameworks, banks, standards, grades, load, folderName, bankName };
});
