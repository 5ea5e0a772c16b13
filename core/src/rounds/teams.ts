/**
 * Teams of a round. A team's answer is what most of its members say; what is counted is what the
 * class earns together, never what one student does.
 */
import { kindOf, type ItemContent, type Responses } from '../items';
import type { Random } from '../random';
import { isAllRight } from './spread';

export interface Team {
  id: string;
  name: string;
  students: number[];
}

export interface Teams {
  /** Each member answers on a device of their own, or one device answers for all. */
  devices: 'each' | 'shared';
  list: Team[];
}

export interface TeamAnswer {
  team: string;
  /** Members who answered. */
  answered: number;
  /** What most of them say; null while nobody has answered, or where as many say another thing. */
  responses: Responses | null;
  /** In words of the author. */
  words: string[];
  /** How many of them say so. */
  agree: number;
  right: boolean;
}

/** Students dealt to teams whose sizes differ by at most one. */
export function dealTeams(
  students: readonly number[],
  names: readonly string[],
  random: Random,
): Team[] {
  const teams = names.map((name, index): Team => ({ id: `t${index + 1}`, name, students: [] }));
  random.shuffle(students).forEach((student, index) => {
    teams[index % teams.length]?.students.push(student);
  });
  return teams;
}

/** An answer, by what it says: spelling and spaces that the key ignores make no other answer. */
function saying({ parts }: Pick<ItemContent, 'parts'>, responses: Responses): string {
  return JSON.stringify(
    parts.map((part) => {
      const kind = kindOf(part);
      const read = kind.response.safeParse(responses[part.id]);
      if (!read.success || kind.isEmpty(read.data)) return null;
      return kind.folded?.(part, read.data) ?? read.data;
    }),
  );
}

/** @param answers by student, to one asking */
export function teamAnswer(
  content: Pick<ItemContent, 'parts'>,
  { id, students }: Team,
  answers: ReadonlyMap<number, Responses>,
): TeamAnswer {
  const given = students.flatMap((student): Responses[] => {
    const responses = answers.get(student);
    return responses ? [responses] : [];
  });
  const bySaying = new Map<string, Responses[]>();
  for (const responses of given) {
    const key = saying(content, responses);
    bySaying.set(key, [...(bySaying.get(key) ?? []), responses]);
  }
  const [first, second] = [...bySaying.values()].sort((a, b) => b.length - a.length);
  const tied = first !== undefined && second?.length === first.length;
  const responses = tied ? null : (first?.[0] ?? null);
  return {
    team: id,
    answered: given.length,
    responses,
    words: responses ? wordsOf(content, responses) : [],
    agree: tied ? 0 : (first?.length ?? 0),
    right: responses !== null && isAllRight(content, responses),
  };
}

const wordsOf = ({ parts }: Pick<ItemContent, 'parts'>, responses: Responses) =>
  parts.flatMap((part) => {
    const kind = kindOf(part);
    const read = kind.response.safeParse(responses[part.id]);
    return read.success && !kind.isEmpty(read.data) ? [kind.inWords(part, read.data)] : [];
  });

/** Right answers to one asking: of teams where there are any, else of students. */
export const earnedTogether = (
  content: Pick<ItemContent, 'parts'>,
  teams: Teams | null,
  answers: ReadonlyMap<number, Responses>,
): number =>
  teams
    ? teams.list.filter((team) => teamAnswer(content, team, answers).right).length
    : [...answers.values()].filter((responses) => isAllRight(content, responses)).length;
