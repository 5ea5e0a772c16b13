/** A list that was pasted on one page and is read on the next. */
let held = '';
export const handOver = (text: string) => (held = text);
export function takeOver(): string {
  const text = held;
  held = '';
  return text;
}
