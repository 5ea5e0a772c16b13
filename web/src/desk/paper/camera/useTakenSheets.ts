/** Pictures of sheets on their way to the server; without network they wait, and go when it is back. */
import { computed, onUnmounted, ref } from 'vue';
import { addressOf } from '../../../client/call';
import { inWords, request, Unreachable } from '../../../client/request';

export interface TakenSheet {
  key: string;
  /** As it is printed. */
  number: number;
  page: number;
  state: 'waiting' | 'sent' | 'refused';
}

/** After so long it is tried again, in ms. */
const rest = 3_000;
export const keyOf = (number: number, page: number) => `${number}/${page}`;

export function useTakenSheets(assignmentId: number) {
  /** The latest first. */
  const taken = ref<TakenSheet[]>([]);
  const wrong = ref('');
  const pictures = new Map<string, Blob>();
  let sending = false;
  let timer: ReturnType<typeof setTimeout> | undefined;

  async function send(): Promise<void> {
    const [next] = pictures;
    if (sending || !next) return;
    const [key, picture] = next;
    sending = true;
    try {
      const name = `Sheet ${key.replace('/', ', page ')}.jpg`;
      await request('POST', addressOf('bringScan', { assignmentId }, { name }), picture);
      settle(key, 'sent');
    } catch (error) {
      if (error instanceof Unreachable) {
        timer = setTimeout(() => void send(), rest);
        return;
      }
      wrong.value = inWords(error);
      settle(key, 'refused');
    } finally {
      sending = false;
    }
    await send();
  }
  function settle(key: string, state: TakenSheet['state']): void {
    pictures.delete(key);
    taken.value = taken.value.map((sheet) => (sheet.key === key ? { ...sheet, state } : sheet));
  }
  const warn = (event: BeforeUnloadEvent) => pictures.size > 0 && event.preventDefault();
  addEventListener('beforeunload', warn);
  onUnmounted(() => {
    clearTimeout(timer);
    removeEventListener('beforeunload', warn);
  });

  return {
    taken,
    wrong,
    unsent: computed(() => taken.value.filter(({ state }) => state === 'waiting').length),
    has: (number: number, page: number) =>
      taken.value.some(({ key, state }) => key === keyOf(number, page) && state !== 'refused'),
    add(number: number, page: number, picture: Blob): void {
      const key = keyOf(number, page);
      if (pictures.has(key)) return;
      pictures.set(key, picture);
      const others = taken.value.filter((sheet) => sheet.key !== key);
      taken.value = [{ key, number, page, state: 'waiting' }, ...others];
      void send();
    },
  };
}
