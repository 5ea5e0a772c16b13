/** What is being written, kept in this browser until the server has it: a crash or a closed tab loses nothing. */
import { computed, ref, watch, type Ref } from 'vue';
import { useSession } from '../../client/session';

const asText = (content: unknown) => JSON.stringify(content);
/** A copy that holds only what JSON can say, as the server gets it. */
export const plain = <T>(content: T): T => JSON.parse(asText(content)) as T;

interface Draft<Text> {
  basedOn: string | number;
  text: Text;
}

/** @returns null for what cannot be read, or holds nothing */
function readDraft<Text>(kept: string): Draft<Text> | null {
  try {
    const draft = JSON.parse(kept) as Draft<Text>;
    return draft.text ? draft : null;
  } catch {
    return null;
  }
}

/**
 * @param name under which this browser keeps unsaved text, for each account
 * @param basedOn what the server has now
 */
export function useKeptText<Text>(name: string, basedOn: () => string | number) {
  // A device is often shared, and a colleague's draft is nobody else's.
  const key = `${name}-${useSession().account?.id ?? 0}`;
  const text = ref<Text | null>(null) as Ref<Text | null>;
  const saved = ref('');
  const recovered = ref(false);
  /** What the text in hand was written over; after a crash this may be older than what the server has. */
  const base = ref<string | number>('');
  // Read before the first watcher runs: taking the server's text over counts as “nothing unsaved”.
  const kept = localStorage.getItem(key);
  /** Until it was asked for, what is kept stays kept: a page may go before it has shown it. */
  let asked = kept === null;
  const changed = computed(() => text.value !== null && asText(text.value) !== saved.value);

  /** Starts from what the server has. */
  function take(keptText: Text): void {
    text.value = plain(keptText);
    saved.value = asText(keptText);
    base.value = basedOn();
    recovered.value = false;
  }
  /** What was sent is saved; what was typed since stays and counts as not saved. */
  function rebase(sent: string): void {
    saved.value = sent;
    base.value = basedOn();
    recovered.value = false;
  }
  /**
   * Gives back what was not saved when a browser ended.
   * @returns whether somebody saved meanwhile, so that the text stands over an older one
   */
  function recover(): boolean {
    asked = true;
    const draft = kept === null ? null : readDraft<Text>(kept);
    if (!draft) forget();
    if (!draft || asText(draft.text) === saved.value) return false;
    text.value = draft.text;
    base.value = draft.basedOn;
    recovered.value = true;
    return draft.basedOn !== basedOn();
  }
  /** Goes back to what is saved. @returns brings back what stood there before */
  function startOver(): () => void {
    const before = plain(text.value);
    take(JSON.parse(saved.value) as Text);
    return () => (text.value = before);
  }
  const forget = () => localStorage.removeItem(key);

  watch(
    text,
    () => {
      if (changed.value)
        localStorage.setItem(key, asText({ basedOn: base.value, text: text.value }));
      else if (asked) forget();
    },
    { deep: true },
  );
  return {
    text,
    changed,
    recovered,
    base,
    take,
    rebase,
    recover,
    startOver,
    forget,
    asSent: () => asText(text.value),
  };
}
