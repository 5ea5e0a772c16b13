/**
 * Who should practise what next: students grouped by the standards that they missed, and items that
 * they have not seen.
 */
import { elementAt, valueOf } from '../certain';
import { byCharacters } from '../text';

/** What one student earned on a standard. */
export interface StandardEarned {
  code: string;
  share: number;
  /** Different items that it rests on. */
  items: number;
}

export interface Missing {
  student: number;
  standards: StandardEarned[];
}

export interface FollowUpGroup {
  /** The standards to practise, the most missed first. */
  codes: string[];
  students: number[];
}

export interface GroupRules {
  /** A standard is missed below this share. */
  below: number;
  /** At most so many standards for each group. */
  mostStandards: number;
  mostGroups: number;
  /** A smaller group joins the one it has most in common with. */
  smallest: number;
}

export const usualGroupRules: GroupRules = {
  below: 0.6,
  mostStandards: 3,
  mostGroups: 5,
  smallest: 3,
};

/** What a student missed, the lowest share first. */
export const missedBy = ({ standards }: Missing, below: number): StandardEarned[] =>
  standards
    .filter(({ share }) => share < below - 1e-9)
    .sort((a, b) => a.share - b.share || byCharacters(a.code, b.code));

/**
 * Students who missed the same standards together; small groups join those they have most in common with. Who missed
 * nothing is in none. The order of students changes nothing.
 */
export function groupByMissed(
  students: readonly Missing[],
  rules: GroupRules = usualGroupRules,
): FollowUpGroup[] {
  const needs = new Map(
    students.flatMap((student) => {
      const missed = missedBy(student, rules.below).slice(0, rules.mostStandards);
      return missed.length > 0 ? [[student.student, missed.map(({ code }) => code)] as const] : [];
    }),
  );
  const byCodes = new Map<string, FollowUpGroup>();
  for (const [student, codes] of [...needs].sort(([a], [b]) => a - b)) {
    const sorted = [...codes].sort(byCharacters);
    const key = sorted.join('\n');
    const held = byCodes.get(key);
    if (held) held.students.push(student);
    else byCodes.set(key, { codes: sorted, students: [student] });
  }
  let groups = [...byCodes.values()];
  const order = (a: FollowUpGroup, b: FollowUpGroup) =>
    b.students.length - a.students.length || byCharacters(a.codes.join(), b.codes.join());
  for (;;) {
    groups = groups.sort(order);
    const last = groups.at(-1);
    if (!last || groups.length < 2) break;
    if (groups.length <= rules.mostGroups && last.students.length >= rules.smallest) break;
    const common = ({ codes }: FollowUpGroup) =>
      codes.filter((code) => last.codes.includes(code)).length;
    const others = groups.slice(0, -1).sort((a, b) => common(b) - common(a) || order(a, b));
    const into = elementAt(others, 0);
    groups = groups.filter((group) => group !== last && group !== into);
    const members = [...into.students, ...last.students].sort((a, b) => a - b);
    groups.push({ students: members, codes: mostMissed(members, needs, rules.mostStandards) });
  }
  return groups
    .map((group) => ({ ...group, codes: mostMissed(group.students, needs, rules.mostStandards) }))
    .sort(order);
}

/** The standards that most of these students need, the most needed first. */
function mostMissed(
  students: number[],
  needs: ReadonlyMap<number, readonly string[]>,
  limit: number,
): string[] {
  const tally = new Map<string, number>();
  for (const student of students)
    for (const code of valueOf(needs, student)) tally.set(code, (tally.get(code) ?? 0) + 1);
  return [...tally]
    .sort((a, b) => b[1] - a[1] || byCharacters(a[0], b[0]))
    .slice(0, limit)
    .map(([code]) => code);
}

export interface PracticeItem {
  id: number;
  standards: readonly string[];
  /** Share of the points that students earned on it; null while it is not known. */
  facility: number | null;
}

/** A share that practice should be near: mostly right, and still something to learn. Common practice, no source. */
const wished = 0.7;

/**
 * So many items for each standard, those of a fitting difficulty first, no item twice.
 *
 * @param seen items that any of the students has met
 */
export function practiceItems(
  codes: readonly string[],
  pool: readonly PracticeItem[],
  seen: ReadonlySet<number>,
  each: number,
): { code: string; items: number[] }[] {
  const taken = new Set(seen);
  const far = ({ facility }: PracticeItem) =>
    facility === null ? 0.25 : Math.abs(facility - wished);
  return codes.map((code) => {
    const items = pool
      .filter(({ id, standards }) => standards.includes(code) && !taken.has(id))
      .sort((a, b) => far(a) - far(b) || a.id - b.id)
      .slice(0, each)
      .map(({ id }) => id);
    for (const id of items) taken.add(id);
    return { code, items };
  });
}
