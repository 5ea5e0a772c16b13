/** A page that listens to the server for as long as it is open, and knows since when it has heard nothing. */
import { onMounted, onUnmounted, ref } from 'vue';
import { EventLine } from './eventLine';
import { useSession } from './session';

/**
 * @param hear what is done with each event, by its name
 * @param refused asks plainly what the stream does not say; it opens the line again where it may
 */
export function useEventLine(
  address: string,
  hear: Readonly<Record<string, (told: never) => void>>,
  refused: (line: EventLine) => void,
) {
  const session = useSession();
  /** Since when nothing has been heard; null while the connection stands. */
  const lostAt = ref<number | null>(null);
  const now = ref(session.now());
  const heard = Object.fromEntries(
    Object.entries(hear).map(([name, act]) => [
      name,
      (told: never) => {
        lostAt.value = null;
        act(told);
      },
    ]),
  );
  const line: EventLine = new EventLine(address, heard, {
    lost: () => void (lostAt.value ??= session.now()),
    refused: () => refused(line),
  });

  onMounted(() => {
    line.open();
    addEventListener('offline', line.lose);
    addEventListener('online', line.open);
  });
  const tick = setInterval(() => {
    now.value = session.now();
    if (lostAt.value === null && line.isSilent) line.lose();
  }, 1_000);
  onUnmounted(() => {
    line.close();
    clearInterval(tick);
    removeEventListener('offline', line.lose);
    removeEventListener('online', line.open);
  });
  return { line, lostAt, now };
}
