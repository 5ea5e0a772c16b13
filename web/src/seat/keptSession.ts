/** Who is signed in on this device, so that a page that is opened without network knows whose answers it keeps. */
import { Refused } from '../client/request';
import { useSession, type SessionAnswer } from '../client/session';

const key = 'oaken-who';

interface KeptSession extends Pick<SessionAnswer, 'account' | 'school'> {
  /** The server's time minus this device's own. */
  ahead: number;
}

export function keepSession(): void {
  const { account, school, now } = useSession();
  const kept: KeptSession = { account, school, ahead: now() - Date.now() };
  if (account) localStorage.setItem(key, JSON.stringify(kept));
  else forgetSession();
}

function forgetSession(): void {
  localStorage.removeItem(key);
  navigator.serviceWorker?.controller?.postMessage('signed-out');
}

/** Reads the session from the server; without network, from this device, until the server can be asked. */
export async function openSession(): Promise<void> {
  const session = useSession();
  try {
    await session.load();
    keepSession();
  } catch (error) {
    if (error instanceof Refused) return;
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as KeptSession | null;
    if (!kept) return;
    session.account = kept.account;
    session.school = kept.school;
    // This device's clock stands in for the server's until it is heard again; what it says decides nothing.
    session.setClock(Date.now() + kept.ahead);
    const again = async () => {
      await session.load().then(keepSession, () => setTimeout(again, 3_000));
    };
    setTimeout(again, 3_000);
  }
}
