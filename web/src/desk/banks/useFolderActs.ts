/** What is done to folders, and to items that are put into them; after each the banks are read anew. */
import type { Folder } from '@oaken/contract/banks';
import { call } from '../../client/call';
import { useLibrary } from '../library/library';
import type { Place } from '../library/PlaceDialog.vue';
import { done, failed } from '../shared/undo';
import { say } from '../../words/teacher';

/** @param changed told after every act that was done */
export function useFolderActs(changed: () => void) {
  const library = useLibrary();

  async function afterwards(): Promise<void> {
    await library.loadBanks();
    changed();
  }
  async function act(work: () => Promise<void>): Promise<void> {
    try {
      await work();
      await afterwards();
    } catch (error) {
      failed(error);
    }
  }

  return {
    /** @param made told the new folder's id before the banks are read */
    make: (bank: number, parent: number | null, name: string, made: (id: number) => void) =>
      act(async () => made((await call('makeFolder', { body: { bank, parent, name } })).id)),

    rename: (folder: Folder, name: string) =>
      act(async () => {
        if (name && name !== folder.name)
          await call('renameFolder', { params: { folderId: folder.id }, body: { name } });
      }),

    remove: (folder: Folder) =>
      act(async () => {
        const { items, folders } = await call('removeFolder', { params: { folderId: folder.id } });
        const rest =
          items + folders === 0 ? say('banks.itWasEmpty') : say('banks.itsContentsMovedUp');
        done(say('banks.nameDeletedRest', { name: folder.name, rest }));
      }),

    moveFolders: (folders: number[], { bank, folder }: Place) =>
      act(async () => {
        await call('moveFolders', { body: { folders, bank, parent: folder, before: null } });
        done(say('banks.foldersMoved', { n: folders.length }));
      }),

    moveItems: (items: number[], { bank, folder }: Place) =>
      act(async () => {
        const { from } = await call('moveItems', { body: { items, bank, folder } });
        const what = say('banks.items', { n: items.length });
        const where = folder === null ? library.bankName(bank) : library.folderName(folder);
        done(say('banks.whatInWhere', { what, where }), async () => {
          for (const before of from)
            await call('moveItems', {
              body: { items: [before.item], bank: before.bank, folder: before.folder },
            });
          await afterwards();
        });
      }),
  };
}
