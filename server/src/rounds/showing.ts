/** What leaves the server of a round: for the room without names and keys, and for its teacher whole. */
import type { RoundDesk, RoundScreen, SeatRound } from '@oaken/contract/rounds';
import { valueOf } from '@oaken/core/certain';
import type { EditionEntry } from '@oaken/core/forms';
import {
  forSitting,
  kindOf,
  rightInWords,
  scoreItem,
  veiledItem,
  type Responses,
} from '@oaken/core/items';
import { plainText, shorten } from '@oaken/core/text';
import {
  askedEntries,
  askedTwice,
  presentAsking,
  shownRound,
  spreadOf,
  type Asking,
  type PartSpread,
} from '@oaken/core/rounds';
import type { Language } from '@oaken/words/languages';
import { answersIn } from '@oaken/words/written';
import { Veil } from '../attempts/veil';
import { isHere, type RoundFacts, type RoundStudent } from './facts';
import type { Round } from '../models';

/** One for the whole room: everybody sees the same choices in the same order under the same ids. */
export const veilOf = ({ id, clientKey }: Pick<Round, 'id' | 'clientKey'>) =>
  new Veil(`round ${id} ${clientKey}`);

const listOf = (answers: ReadonlyMap<number, Responses>) => [...answers.values()];

/** What every screen may show, under ids that say nothing. */
export function shownTo(facts: RoundFacts, language: Language): SeatRound['shown'] {
  const shown = shownRound(
    facts.state,
    facts.entries,
    (content) => spreadOf(content, listOf(facts.answers)),
    answersIn(language),
  );
  const entry = facts.entries.find(({ id }) => id === presentAsking(facts.state)?.entry);
  if (!shown.asking || !entry) return { ended: shown.ended, asking: null };
  const names = veilOf(facts.round).namesOf(entry.id, entry.content);
  const veiled = (spread: PartSpread): PartSpread => ({
    ...spread,
    lines: spread.lines.map((line, index) => ({
      ...line,
      id: names.get(spread.part)?.get(line.id) ?? `line-${index}`,
    })),
  });
  return {
    ended: false,
    asking: {
      ...shown.asking,
      item: veiledItem(shown.asking.item, (part) => valueOf(names, part)),
      spread: shown.asking.spread?.map(veiled) ?? null,
    },
  };
}

/** What stands on the projector, besides what it keeps while it is frozen. */
export const screenOf = (facts: RoundFacts, now: number): RoundScreen => ({
  now,
  title: facts.round.title,
  className: facts.className,
  code: facts.code,
  frozen: facts.state.frozen,
  shown: shownTo(facts, 'en'),
  answered: facts.answers.size,
  here: facts.students.filter((student) => isHere(student, now)).length,
});

export function deskOf(facts: RoundFacts, now: number): RoundDesk {
  const { round, state, entries } = facts;
  const asked = askedEntries(state);
  const asking = presentAsking(state);
  const entry = entries.find(({ id }) => id === asking?.entry);
  return {
    now,
    id: round.id,
    title: round.title,
    classId: round.classId,
    className: facts.className,
    code: facts.code,
    version: round.version,
    ended: state.ended,
    frozen: state.frozen,
    assignmentId: round.assignmentId,
    entries: entries.map(({ id, content }, index) => ({
      id,
      number: index + 1,
      stem: shorten(plainText(content.stem), 90),
      asked: asked.includes(id),
    })),
    asking: asking && entry ? deskAsking(facts, asking, entry) : null,
    students: facts.students.map((student) => studentOf(facts, student, entry, now)),
  };
}

function deskAsking(
  { answers, first }: RoundFacts,
  asking: Asking,
  { content }: EditionEntry,
): RoundDesk['asking'] {
  const again = asking.time === 'again';
  return {
    ...asking,
    item: forSitting(content),
    spread: spreadOf(content, listOf(answers)),
    before: again ? spreadOf(content, listOf(first)) : null,
    twice: again ? askedTwice(content, first, answers) : null,
    rightIds: content.parts.flatMap((part) =>
      (kindOf(part).options?.(part) ?? []).filter(({ right }) => right).map(({ id }) => id),
    ),
    right: rightInWords(content),
    misconceptions: misconceptionsOf(content.parts, listOf(answers)),
  };
}

/** Wrong choices that were taken, where the author said what stands behind them. */
function misconceptionsOf(parts: EditionEntry['content']['parts'], all: readonly Responses[]) {
  return parts
    .flatMap((part) => {
      const [spread] = spreadOf({ parts: [part] }, all);
      return (kindOf(part).options?.(part) ?? []).flatMap(({ id, label, right, misconception }) => {
        const students = spread?.lines.find((line) => line.id === id)?.students ?? 0;
        return !right && misconception && students > 0
          ? [{ text: label, misconception, students }]
          : [];
      });
    })
    .sort((a, b) => b.students - a.students);
}

function studentOf(
  { answers, late }: RoundFacts,
  student: RoundStudent,
  entry: EditionEntry | undefined,
  now: number,
): RoundDesk['students'][number] {
  const responses = answers.get(student.id);
  return {
    id: student.id,
    name: student.name,
    rosterNumber: student.rosterNumber,
    here: isHere(student, now),
    answered: responses !== undefined,
    late: late.has(student.id),
    share: responses && entry ? shareOf(entry, responses) : null,
  };
}

function shareOf({ content }: EditionEntry, responses: Responses): number | null {
  const { points, maxPoints, needsMarking } = scoreItem(content, responses);
  return needsMarking || maxPoints === 0 ? null : points / maxPoints;
}
