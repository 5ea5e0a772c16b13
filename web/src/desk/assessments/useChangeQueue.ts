/** One queue for everybody who is signed in here; it goes on sending whichever page is open. */
import { present } from '@oaken/core/certain';
import { shallowRef, watch } from 'vue';
import { call } from '../../client/call';
import { useSession } from '../../client/session';
import { ChangeQueue } from './changeQueue';

const queue = shallowRef<ChangeQueue | null>(null);
globalThis.addEventListener?.('online', () => void queue.value?.run());

function queueFor(account: number): ChangeQueue {
  if (queue.value?.account === account) return queue.value;
  return (queue.value = new ChangeQueue(account, {
    send: (testId, body) => call('changeTest', { params: { testId }, body }),
    read: (testId) => call('readTest', { params: { testId } }),
  }));
}

/** The queue of whoever is signed in. */
export const useChangeQueue = (): ChangeQueue =>
  queueFor(present(useSession().account, 'account').id);

/** Sends, as soon as somebody is signed in, what an earlier page of theirs could not. */
export function sendKeptChanges(): void {
  const session = useSession();
  watch(
    () => (session.account?.role === 'teacher' ? session.account.id : null),
    (account) => account !== null && void queueFor(account).open(),
    { immediate: true },
  );
}
