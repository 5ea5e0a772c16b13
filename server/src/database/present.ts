/**
 * What must be there by what was asked before it.
 *
 * @throws Error that names what is missing; it is the server's own mistake and never what somebody sent
 */
export function present<T>(value: T | null | undefined, what: string): T {
  if (value === null || value === undefined) throw new Error(`There is no ${what}.`);
  return value;
}
