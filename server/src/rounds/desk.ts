/** A round as its teacher leads it: everything. */
import type { RoundDesk } from '@oaken/contract/rounds';
import type { EditionEntry } from '@oaken/core/forms';
import { forSitting, kindOf, rightInWords, type Part, type Responses } from '@oaken/core/items';
import {
  askedEntries,
  askedTwice,
  feedbackOn,
  isAllRight,
  isKeyed,
  presentAsking,
  spreadOf,
  stripLetters,
  teamAnswer,
  type Asking,
} from '@oaken/core/rounds';
import { plainText, shorten } from '@oaken/core/text';
import { isHere, responsesOf, type RoundFacts, type RoundStudent } from './facts';
import { sentence } from './sentences';
import { goalOf, shownPassage } from './showing';

export function deskOf(facts: RoundFacts, now: number): RoundDesk {
  const { round, state, entries } = facts;
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
    guests: state.guests,
    strips: state.strips,
    pace: state.pace,
    goal: goalOf(facts),
    assignmentId: round.assignmentId,
    entries: entriesOf(facts),
    leftOut: facts.leftOut,
    asking: asking && entry ? deskAsking(facts, asking, entry) : null,
    teams: teamsOf(facts, entry),
    students: facts.students.map((student) => studentOf(facts, student, entry, now)),
  };
}

function entriesOf({ entries, state, answersTo, unworded }: RoundFacts): RoundDesk['entries'] {
  const asked = askedEntries(state);
  return entries.map((entry, index) => {
    const answers = state.pace ? [...responsesOf(answersTo(entry.id)).values()] : [];
    const right = isKeyed(entry) ? answers.filter((each) => isAllRight(entry.content, each)) : [];
    return {
      id: entry.id,
      number: index + 1,
      stem: shorten(plainText(entry.content.stem), 90),
      asked: state.pace ? state.pace.step !== 'ready' : asked.includes(entry.id),
      keyed: isKeyed(entry),
      answered: answers.length,
      right: right.length,
      unworded: unworded.has(entry.itemId) ? wordsSoFar(entry) : null,
    };
  });
}

/** What is known of a question before it has its wording. */
function wordsSoFar({ content, ...entry }: EditionEntry) {
  const [part] = content.parts;
  const keyed = isKeyed(entry);
  return {
    stem: plainText(content.stem) === sentence('askedAloud') ? '' : content.stem,
    choices:
      part?.kind === 'single-choice' ? part.choices.map(({ id, text }) => ({ id, text })) : [],
    right: part && keyed ? rightsOf(part) : [],
  };
}

/** As `tellKey` takes them: ids of choices, or what is typed. */
function rightsOf(part: Part): string[] {
  switch (part.kind) {
    case 'single-choice':
      return part.key;
    case 'numeric':
      return [part.key.value, ...(part.key.also ?? [])];
    case 'short-text':
      return part.key.variants;
    default:
      return [];
  }
}

function deskAsking(
  facts: RoundFacts,
  asking: Asking,
  entry: EditionEntry,
): NonNullable<RoundDesk['asking']> {
  const { content } = entry;
  const keyed = isKeyed(entry);
  const given = facts.answersTo(asking.id);
  const answers = responsesOf(given);
  const first = responsesOf(facts.answersTo(asking.entry));
  const again = asking.time === 'again';
  const all = [...answers.values()];
  return {
    ...asking,
    item: forSitting(content),
    passage: shownPassage(facts, entry.id),
    stripLetters: stripLetters(content),
    keyed,
    spread: spreadOf(content, all, keyed),
    before: again ? spreadOf(content, [...first.values()], keyed) : null,
    twice: again && keyed ? askedTwice(content, first, answers) : null,
    rightIds: keyed
      ? content.parts.flatMap((part) =>
          (kindOf(part).options?.(part) ?? []).filter(({ right }) => right).map(({ id }) => id),
        )
      : [],
    right: keyed ? rightInWords(content) : [],
    unsure: [...given.values()].filter(({ unsure }) => unsure).length,
    misconceptions: misconceptionsOf(content.parts, all),
  };
}

/** Wrong choices that were taken, where the author said what stands behind them. */
export function misconceptionsOf(
  parts: EditionEntry['content']['parts'],
  all: readonly Responses[],
): NonNullable<RoundDesk['asking']>['misconceptions'] {
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

function teamsOf(
  { state, answersTo }: RoundFacts,
  entry: EditionEntry | undefined,
): RoundDesk['teams'] {
  if (!state.teams) return null;
  const answers = responsesOf(answersTo(presentAsking(state)?.id ?? ''));
  const { devices, list } = state.teams;
  return {
    devices,
    list: list.map((team) => {
      if (!entry) return { ...team, answered: 0, words: [], agree: 0, right: false };
      const { answered, words, agree, right } = teamAnswer(entry.content, team, answers);
      return { ...team, answered, words, agree, right: right && isKeyed(entry) };
    }),
  };
}

function studentOf(
  facts: RoundFacts,
  student: RoundStudent,
  entry: EditionEntry | undefined,
  now: number,
): RoundDesk['students'][number] {
  const { state, answersTo, late } = facts;
  const answer = answersTo(presentAsking(state)?.id ?? '').get(student.id);
  const cells = cellsOf(facts, student.id);
  return {
    id: student.id,
    name: student.name,
    rosterNumber: student.rosterNumber,
    guest: student.rosterNumber === null,
    here: isHere(student, now),
    with: student.with?.name ?? null,
    answered: answer !== undefined || cells.some(({ answered }) => answered),
    ever: facts.ever.has(student.id),
    unsure: answer?.unsure ?? false,
    late: late.has(student.id),
    share: answer && entry ? feedbackOn(entry, answer.responses).share : null,
    cells,
  };
}

/** At their own pace: how far a student is. */
function cellsOf(
  { state, entries, answersTo }: RoundFacts,
  studentId: number,
): RoundDesk['students'][number]['cells'] {
  if (!state.pace) return [];
  return entries.map((entry) => {
    const answer = answersTo(entry.id).get(studentId);
    return {
      answered: answer !== undefined,
      checked: answer?.checked ?? false,
      share: answer ? feedbackOn(entry, answer.responses).share : null,
    };
  });
}
