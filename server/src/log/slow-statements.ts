/** Statements that took long, in the log with whatever was under way; without any value in them. */

/** In ms; what a page shows at once takes less. */
const slow = 500;
const longestShown = 400;

/**
 * What is under way, and how often: routes, and what happens by itself. Which of them a statement
 * belongs to is not followed: that would cost every request a tenth of its time.
 */
const underWay = new Map<string, number>();

/** Does `work`, and knows it by its name until its end. */
export async function onOccasion<Made>(name: string, work: () => Promise<Made>): Promise<Made> {
  underWay.set(name, (underWay.get(name) ?? 0) + 1);
  try {
    return await work();
  } finally {
    const left = (underWay.get(name) ?? 1) - 1;
    if (left > 0) underWay.set(name, left);
    else underWay.delete(name);
  }
}

/** The statement without what was asked with it: texts, numbers and lists of them. */
const withoutValues = (statement: string) =>
  statement
    .replace(/^Executed \([^)]*\): /, '')
    .replace(/'(?:[^'\\]|\\.|'')*'/g, '?')
    .replace(/\b\d+(?:\.\d+)?\b/g, '?')
    .replace(/\?(?:\s*,\s*\?)+/g, '?, …')
    .replace(/\(\?, …\)(?:\s*,\s*\(\?, …\))+/g, '(?, …), …')
    .replace(/\s+/g, ' ')
    .slice(0, longestShown);

/** What becomes of each statement after its end, with its time in ms. */
export const slowStatements =
  (log: { warn(about: object, words: string): void }) =>
  (statement: string, took: number | undefined): void => {
    if (took === undefined || took < slow) return;
    log.warn(
      { during: [...underWay.keys()], took, statement: withoutValues(statement.slice(0, 20_000)) },
      'a slow statement',
    );
  };
