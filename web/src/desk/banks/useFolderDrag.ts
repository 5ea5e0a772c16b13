/** Dragging items and folders onto a bank or a folder. */
import type { Bank } from '@oaken/contract/banks';
import { ref } from 'vue';
import type { Place } from '../library/PlaceDialog.vue';

const itemKind = 'application/x-oaken-item';
const folderKind = 'application/x-oaken-folder';

export function useFolderDrag(
  moveItems: (items: number[], to: Place) => void,
  moveFolders: (folders: number[], to: Place) => void,
) {
  /** Where something is held over: a bank's or a folder's key. */
  const over = ref<string | null>(null);
  return {
    over,
    start(event: DragEvent, folders: readonly number[]): void {
      event.dataTransfer?.setData(folderKind, JSON.stringify(folders));
    },
    hold(event: DragEvent, key: string, bank: Bank): void {
      const types = event.dataTransfer?.types ?? [];
      if (bank.may !== 'edit' || !(types.includes(itemKind) || types.includes(folderKind))) return;
      event.preventDefault();
      over.value = key;
    },
    leave: () => (over.value = null),
    /** @param picked a picked row takes all that are picked along */
    drop(event: DragEvent, to: Place, picked: ReadonlySet<number>): void {
      over.value = null;
      const folders = event.dataTransfer?.getData(folderKind);
      const item = event.dataTransfer?.getData(itemKind);
      if (folders) moveFolders(JSON.parse(folders) as number[], to);
      else if (item) moveItems(picked.has(Number(item)) ? [...picked] : [Number(item)], to);
    },
  };
}
