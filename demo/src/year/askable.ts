/** Items of a database that a simulated student can answer, with what each answer earns. */
import { kindOf, readItem, type ItemContent } from '@oaken/core/items';
import { randomFrom, type Random } from '@oaken/core/random';
import type { Connection } from 'mariadb';

/** An answer to an item as it is stored, and the share of its points that it earns. */
interface Outcome {
  responses: string;
  share: number;
}

export interface Askable {
  itemId: number;
  revisionId: number;
  subject: string;
  content: ItemContent;
  standards: string[];
  depth: number | null;
  points: number;
  right: Outcome;
  wrong: Outcome[];
  /** In logits. */
  difficulty: number;
}

interface Row {
  id: number;
  revision: number;
  content: unknown;
  subject: string;
  depth: number | null;
  points: number;
  standards: string | null;
}

/** What else than the right answer is given, by the kind of question. */
function wrongResponses(part: ItemContent['parts'][number]): unknown[] {
  switch (part.kind) {
    case 'single-choice':
      return part.choices.map(({ id }) => id).filter((id) => !part.key.includes(id));
    case 'true-false':
      return [!part.key];
    case 'multiple-choice':
      return part.choices.map(({ id }) => [id]);
    case 'numeric':
      return ['0', '7', '1000'];
    default:
      return [];
  }
}

function askableOf(row: Row): Askable | null {
  const { content: kept } = row;
  const read = readItem(typeof kept === 'string' ? JSON.parse(kept) : kept);
  const [part] = read.ok ? read.content.parts : [];
  if (!read.ok || !part || read.content.template || read.content.parts.length > 1) return null;
  const kind = kindOf(part);
  const points = kind.points(part);
  const outcome = (response: unknown): Outcome => ({
    responses: JSON.stringify({ [part.id]: response }),
    share: kind.score(part, response) / points,
  });
  const [right] = kind.rightAnswers?.(part) ?? [];
  const wrong = wrongResponses(part)
    .map(outcome)
    .filter(({ share }) => share < 1);
  if (right === undefined || wrong.length === 0) return null;
  return {
    itemId: row.id,
    revisionId: row.revision,
    subject: row.subject,
    content: read.content,
    standards: row.standards?.split(',') ?? [],
    depth: row.depth,
    points,
    right: outcome(right),
    wrong,
    difficulty: -0.7 + 0.8 * randomFrom(`difficulty/${row.id}`).normal(),
  };
}

/** Items without values of their own, of one part that a key marks. */
export async function readAskable(connection: Connection): Promise<Askable[]> {
  const rows: Row[] = await connection.query(
    `SELECT i.id, r.id AS revision, r.content, r.subject, r.depth, r.points,
            GROUP_CONCAT(s.code ORDER BY s.code) AS standards
       FROM items i JOIN revisions r ON r.id = i.revision_id
       LEFT JOIN revision_standards rs ON rs.revision_id = r.id LEFT JOIN standards s ON s.id = rs.standard_id
      WHERE i.retired_at IS NULL AND r.marked_by = 'machine' AND r.points > 0
        AND r.kind IN ('single-choice', 'multiple-choice', 'true-false', 'numeric')
      GROUP BY i.id, r.id, r.content, r.subject, r.depth, r.points ORDER BY i.id LIMIT 2000`,
  );
  return rows.flatMap((row) => askableOf(row) ?? []);
}

/** The logistic model of one parameter, with a guess among the answers that there are (G. Rasch, 1960). */
export function outcomeOf({ right, wrong, difficulty }: Askable, ability: number, random: Random) {
  const knows = random.next() < 1 / (1 + Math.exp(difficulty - ability));
  if (knows) return right;
  const place = random.below(wrong.length + 1);
  return wrong[place] ?? right;
}
