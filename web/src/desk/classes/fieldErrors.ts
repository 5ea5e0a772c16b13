import { inWords, Refused } from '../../client/request';

/** A refusal by the last name of each place; what has no place stands under ''. */
export function fieldErrors(error: unknown): Record<string, string> {
  if (!(error instanceof Refused) || !error.problem.errors?.length) return { '': inWords(error) };
  return Object.fromEntries(
    error.problem.errors.map(({ pointer, message }) => [pointer.split('/').at(-1) ?? '', message]),
  );
}
