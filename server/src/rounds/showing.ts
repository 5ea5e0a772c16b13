/** What leaves the server of a round for the room, without names and keys: students' pages and the projector. */
import type { RoundScreen, SeatShown } from '@oaken/contract/rounds';
import { valueOf } from '@oaken/core/certain';
import { veiledItem, type SittingItem } from '@oaken/core/items';
import { passageForSitting } from '@oaken/core/passages';
import {
  earnedTogether,
  isKeyed,
  onProjector,
  presentAsking,
  questionsAtOwnPace,
  shownRound,
  spreadOf,
  stripLetters,
  teamAnswer,
  type PartSpread,
  type Reader,
} from '@oaken/core/rounds';
import type { Language } from '@oaken/words/languages';
import { answersIn } from '@oaken/words/written';
import { Veil } from '../attempts/veil';
import type { Round } from '../models';
import { isHere, responsesOf, type Given, type RoundFacts } from './facts';
import { passageOf } from './questions';

/** One for the whole room: everybody sees the same choices in the same order under the same ids. */
export const veilOf = ({ id, clientKey }: Pick<Round, 'id' | 'clientKey'>) =>
  new Veil(`round ${id} ${clientKey}`);

/** The passage of an entry, as the class reads it. */
export function shownPassage({ edition, entries }: RoundFacts, entryId: string) {
  const entry = entries.find(({ id }) => id === entryId);
  const passage = entry ? passageOf(edition, entry.content) : null;
  return passage && passageForSitting(passage);
}

/** How many students have answered what is asked now; at their own pace, anything. */
export function answeredNow({ state, entries, answersTo, students }: RoundFacts): Set<number> {
  const asking = presentAsking(state);
  if (!state.pace) return new Set(asking ? answersTo(asking.id).keys() : []);
  const any = new Set(entries.flatMap(({ id }) => [...answersTo(id).keys()]));
  return new Set(students.map(({ id }) => id).filter((id) => any.has(id)));
}

/**
 * What the class has earned together of its goal: over the questions whose key was shown, and at
 * their own pace over what was told to whoever answered it. A count that grew with an answer would
 * say that it is right.
 */
export function goalOf({ state, entries, answersTo }: RoundFacts): SeatShown['shown']['goal'] {
  const { goal, teams, askings, pace } = state;
  if (goal === null) return null;
  const told = pace
    ? entries.map(({ id }) => ({ id, entry: id }))
    : askings.filter(({ step }) => step === 'key');
  const isTold = ({ checked }: Given) => pace === null || pace.step === 'over' || checked;
  const earned = told.map(({ id, entry }) => {
    const asked = entries.find((other) => other.id === entry);
    if (!asked || !isKeyed(asked)) return 0;
    const answers = new Map([...answersTo(id)].filter(([, answer]) => isTold(answer)));
    return earnedTogether(asked.content, teams, responsesOf(answers));
  });
  return { goal, earned: earned.reduce((sum, points) => sum + points, 0) };
}

type Shown = SeatShown['shown'];

/** The same for all who read one language and as many choices; made once for what was read together. */
const made = new WeakMap<RoundFacts, Map<string, Shown>>();

/** What every screen may show, under ids that say nothing. @param mostChoices null: all of them */
export function shownTo(
  facts: RoundFacts,
  language: Language,
  mostChoices: number | null = null,
): Shown {
  const known = made.get(facts) ?? new Map<string, Shown>();
  made.set(facts, known);
  const key = `${language} ${mostChoices}`;
  const shown = known.get(key) ?? makeShown(facts, { words: answersIn(language), mostChoices });
  known.set(key, shown);
  return shown;
}

function makeShown(facts: RoundFacts, reader: Reader): Shown {
  const { state, entries, answersTo, round } = facts;
  const present = presentAsking(state);
  const entry = entries.find(({ id }) => id === present?.entry);
  const { asking, ...shown } = shownRound(
    state,
    entries,
    (content) =>
      spreadOf(
        content,
        [...responsesOf(answersTo(present?.id ?? '')).values()],
        !entry || isKeyed(entry),
      ),
    reader,
  );
  const goal = goalOf(facts);
  if (!asking || !entry) return { ...shown, goal, asking: null };
  const names = veilOf(round).namesOf(entry.id, entry.content);
  const veiled = (spread: PartSpread): PartSpread => ({
    ...spread,
    lines: spread.lines.map((line, index) => ({
      ...line,
      id: names.get(spread.part)?.get(line.id) ?? `line-${index}`,
    })),
  });
  return {
    ...shown,
    goal,
    asking: {
      ...asking,
      item: veiledItem(asking.item, (part) => valueOf(names, part)),
      passage: shownPassage(facts, entry.id),
      spread: asking.spread?.map(veiled) ?? null,
    },
  };
}

/** What a student's page shows, with what is theirs alone. */
export function seatShown(facts: RoundFacts, studentId: number, language: Language): SeatShown {
  const needs = facts.students.find(({ id }) => id === studentId);
  const mostChoices = needs?.mostChoices ?? null;
  return {
    shown: shownTo(facts, language, mostChoices),
    questions: questionsOf(facts, studentId, { words: answersIn(language), mostChoices }),
    team: teamOf(facts, studentId),
  };
}

function questionsOf(facts: RoundFacts, studentId: number, reader: Reader): SeatShown['questions'] {
  const { state, entries, answersTo, round } = facts;
  if (!state.pace) return [];
  const mine = new Map(
    entries.flatMap(({ id }) => {
      const answer = answersTo(id).get(studentId);
      return answer ? [[id, answer]] : [];
    }),
  );
  const veil = veilOf(round);
  const veiled = (item: SittingItem, entryId: string): SittingItem => {
    const entry = entries.find(({ id }) => id === entryId);
    const names = entry && veil.namesOf(entryId, entry.content);
    return names ? veiledItem(item, (part) => valueOf(names, part)) : item;
  };
  return questionsAtOwnPace(state, entries, mine, reader).map((question) => ({
    ...question,
    item: veiled(question.item, question.id),
    passage: shownPassage(facts, question.id),
  }));
}

function teamOf(facts: RoundFacts, studentId: number): SeatShown['team'] {
  const { teams } = facts.state;
  const team = teams?.list.find(({ students }) => students.includes(studentId));
  if (!teams || !team) return null;
  const answered = answeredNow(facts);
  return {
    name: team.name,
    members: team.students.length,
    answered: team.students.filter((id) => answered.has(id)).length,
    shared: teams.devices === 'shared',
  };
}

/** What stands on the projector. */
export function screenOf(facts: RoundFacts, now: number, language: Language): RoundScreen {
  const { round, className, code, state, students } = facts;
  const shown = state.frozen ? { ...facts, state: onProjector(state) } : facts;
  return {
    now,
    title: round.title,
    className,
    code,
    frozen: state.frozen,
    shown: shownTo(shown, language),
    answered: answeredNow(shown).size,
    strips: screenStrips(shown),
    here: students.filter((student) => isHere(student, now)).length,
    teams: screenTeams(shown),
  };
}

/** Whose strips have been read, by number alone; what stands on them is nobody's business. */
function screenStrips(facts: RoundFacts): RoundScreen['strips'] {
  const { state, entries, students } = facts;
  const asking = presentAsking(state);
  const entry = entries.find(({ id }) => id === asking?.entry);
  const letters = entry ? stripLetters(entry.content) : [];
  if (!state.strips || letters.length === 0) return null;
  const answered = answeredNow(facts);
  const numbers = students.flatMap(({ id, rosterNumber }) =>
    rosterNumber === null ? [] : [{ number: rosterNumber, read: answered.has(id) }],
  );
  return { letters, numbers };
}

/** How far each team agrees, once the class sees how answers are spread. */
function screenTeams({ state, entries, answersTo }: RoundFacts): RoundScreen['teams'] {
  const asking = presentAsking(state);
  const entry = entries.find(({ id }) => id === asking?.entry);
  const isShown = asking?.step === 'spread' || asking?.step === 'key';
  if (!state.teams || !asking || !entry || !isShown || state.ended) return [];
  const answers = responsesOf(answersTo(asking.id));
  return state.teams.list.map((team) => {
    const { words, agree, answered } = teamAnswer(entry.content, team, answers);
    // What one says alone would be that one's answer on the wall.
    return { name: team.name, words: answered > 1 ? words : [], agree, answered };
  });
}
