import type { Account } from '@oaken/contract/accounts';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { setCsrf } from './request';
import { seatCall } from './seatCall';

export interface SessionAnswer {
  account: Account | null;
  csrf: string | null;
  school: { name: string; zone: string; hasNetwork: boolean };
  demonstration: boolean;
  now: number;
}

/** Who is signed in, the school's zone, and the server's clock, which is the only one that counts. */
export const useSession = defineStore('session', () => {
  const account = ref<Account | null>(null);
  const school = ref({ name: '', zone: 'UTC', hasNetwork: false });
  /** Its passwords are known to everybody. */
  const demonstration = ref(false);
  const known = ref(false);
  /** Why the server could not say who is signed in; null while it can. */
  const away = ref<string | null>(null);
  /** Server time minus this machine's monotonic clock. */
  const ahead = ref(0);

  function take(answer: SessionAnswer): void {
    account.value = answer.account;
    school.value = answer.school;
    demonstration.value = answer.demonstration;
    setCsrf(answer.csrf);
    setClock(answer.now);
    known.value = true;
  }

  function setClock(serverNow: number): void {
    ahead.value = serverNow - performance.now();
  }

  /** The server's time now, however wrong this machine's own clock is. */
  const now = () => Math.round(performance.now() + ahead.value);

  async function load(): Promise<void> {
    take(await seatCall('readSession', {}));
  }

  async function signOut(): Promise<void> {
    await seatCall('signOut', {});
    account.value = null;
    setCsrf(null);
  }

  const name = computed(() =>
    account.value ? `${account.value.givenName} ${account.value.familyName}` : '',
  );
  return { account, school, demonstration, known, away, name, take, load, signOut, now, setClock };
});
