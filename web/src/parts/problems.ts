/** What is wrong with an item, by its place. */
export interface Problem {
  /** JSON pointer. */
  pointer: string;
  message: string;
}

/** The problems below a place, with pointers from there on. */
export const under = (problems: readonly Problem[], prefix: string): Problem[] =>
  problems
    .filter(({ pointer }) => pointer === prefix || pointer.startsWith(`${prefix}/`))
    .map((problem) => ({ ...problem, pointer: problem.pointer.slice(prefix.length) }));
