/** Which assignments have results. */
import type { api, AnswerOf } from '@oaken/contract';
import type { SignedIn } from '../access/signed-in';
import { readAssignments } from '../assignments/rows';
import type { Database } from '../database/connect';
import { spreadsOf } from './queries';

export async function listResults(
  database: Database,
  me: SignedIn,
): Promise<AnswerOf<typeof api.listResults>> {
  const assignments = await readAssignments(database, me);
  const begun = assignments.filter(({ handedIn, working }) => handedIn + working > 0);
  const spreads = await spreadsOf(
    database,
    begun.map(({ id }) => id),
  );
  const none = Array.from({ length: 10 }, () => 0);
  return {
    results: begun.map((assignment) => ({
      ...assignment,
      spread: spreads.get(assignment.id) ?? none,
    })),
  };
}
