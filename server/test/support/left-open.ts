/** What a test opened and, because it failed, did not close: a run ends all the same. */
const left = new Set<() => Promise<void>>();

/** @returns the same way to close, which closes once however often it is called */
export function closedAtTheEnd(close: () => Promise<void>): () => Promise<void> {
  let closing: Promise<void> | null = null;
  const once = () => (closing ??= close().finally(() => left.delete(once)));
  left.add(once);
  return once;
}

afterAll(async () => {
  for (const close of left) await close();
});
