/** The language of whoever is signed in: kept at their account, so that letters and reports are written in it too. */
import type { Language } from '@oaken/words';
import { watch } from 'vue';
import { seatCall } from '../client/seatCall';
import { useSession } from '../client/session';
import { chooseLanguage, chosenLanguage, language } from '../words';

async function keep(wanted: Language): Promise<void> {
  const { account } = useSession();
  if (!account || account.language === wanted) return;
  account.language = wanted;
  // Without a network the page speaks it all the same; the account learns of it at the next choice.
  await seatCall('chooseLanguage', { body: { language: wanted } }).catch(() => {});
}

/** Switches the page, and the account of whoever is signed in. */
export async function chooseForAccount(wanted: Language): Promise<void> {
  await chooseLanguage(wanted);
  await keep(wanted);
}

/** Whoever signs in finds their language again; one that was chosen before signing in becomes theirs. */
export function followAccountLanguage(): void {
  watch(
    () => useSession().account?.id,
    async () => {
      const { account } = useSession();
      if (!account) return;
      const chosen = chosenLanguage();
      if (account.language === null && chosen) await keep(chosen);
      else if (account.language && account.language !== language.value)
        await chooseLanguage(account.language);
    },
  );
}
