/** The form of a problem: its status of HTTP and its sentences. */
export type Text<P> = string | ((params: P) => string);

export interface ProblemKind<P = Record<string, never>> {
  /** Of HTTP. */
  readonly status: number;
  /** What is the matter. */
  readonly title: Text<P>;
  /** What to do about it. */
  readonly detail?: Text<P>;
}

/** Without parameters. */
export const plain = (status: number, title: string, detail?: string): ProblemKind => ({
  status,
  title,
  ...(detail !== undefined && { detail }),
});
/** With parameters. */
export const made = <P>(kind: ProblemKind<P>): ProblemKind<P> => kind;

/** How long to wait, in words: seconds up to a minute and a half, then minutes. */
export const waiting = (seconds: number) =>
  seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`;
