import { reactive, watch } from 'vue';
import { call } from '../../client/call';
import { say } from '../../words/teacher';

/** Titles of passages by their ids, as far as I may read them. */
export function usePassageTitles(ids: () => readonly number[]): Map<number, string> {
  const titles = reactive(new Map<number, string>());
  watch(
    ids,
    async (wanted) => {
      for (const id of wanted.filter((value) => !titles.has(value))) {
        titles.set(id, '…');
        const read = await call('readPassage', { params: { passageId: id } }).catch(() => null);
        titles.set(id, read?.content.title ?? say('tests.aPassageColleague'));
      }
    },
    { immediate: true },
  );
  return titles;
}
