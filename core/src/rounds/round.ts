/**
 * A round: a few questions asked in class, one after the other, each led step by step by the
 * teacher, or all of them at each student's own pace. A pure machine: a state, a command and a time
 * give the next state or the code of what stands against it. What is stored is the state; nothing
 * else knows where a round stands.
 */
import {
  applyToPace,
  settledPace,
  type OwnPace,
  type PaceCommand,
  type PaceRefusal,
} from './own-pace';
import type { Teams } from './teams';

/**
 * Where an asking stands, in their order: the question is read, answers are taken, none is taken any
 * more, how they are spread is shown, what is right is shown.
 */
export const askingSteps = ['reading', 'open', 'closed', 'spread', 'key'] as const;
export type AskingStep = (typeof askingSteps)[number];

/** One asking of a question; a question can be asked twice, with talk between. */
export interface Asking {
  /** Of the answers to it; unlike those of all others of the round. */
  id: string;
  /** The entry that is asked. */
  entry: string;
  time: 'first' | 'again';
  step: AskingStep;
  /** While it is read, the choices are not shown yet. */
  choicesHidden: boolean;
  openedAt: number | null;
  /** Working time in ms for those without accommodations; null: until it is closed by hand. */
  limit: number | null;
  /** It closes once everybody who is here has answered. */
  untilAll: boolean;
  closedAt: number | null;
  /** Of answers in words without a key: the lines that the teacher lets the class see. */
  chosen: string[];
}

export interface RoundState {
  ended: boolean;
  /** The projector keeps what it shows: the askings as they stood then. */
  frozen: boolean;
  held: Asking[];
  /** Whoever has the class code may come in with a name that they type. */
  guests: boolean;
  /** The class, or some of it, answers by strips that a camera reads. */
  strips: boolean;
  /** In the order in which they were asked; the last one is the present one. */
  askings: Asking[];
  /** Where everybody works at their own pace; null where the teacher leads. */
  pace: OwnPace | null;
  teams: Teams | null;
  /** So many right answers, of students or of teams, the class works towards together. */
  goal: number | null;
}

export type RoundCommand =
  | { do: 'read'; entry: string; choicesHidden: boolean }
  | { do: 'open'; limit: number | null; untilAll: boolean }
  | { do: 'close' }
  | { do: 'show-spread' }
  | { do: 'ask-again'; limit: number | null; untilAll: boolean }
  | { do: 'show-key' }
  | { do: 'choose-lines'; lines: string[] }
  | { do: 'freeze'; frozen: boolean }
  | { do: 'let-guests-in'; guests: boolean }
  | { do: 'use-strips'; strips: boolean }
  | { do: 'form-teams'; teams: Teams | null }
  | { do: 'set-goal'; goal: number | null }
  | { do: 'end' }
  | PaceCommand;

/** Why a command cannot be done now. */
export type RoundRefusal =
  | 'round-ended'
  | 'still-open'
  | 'nothing-asked'
  | 'not-being-read'
  | 'not-open'
  | 'not-closed'
  | 'asked-already'
  | 'asked-twice'
  | 'key-was-shown'
  | 'no-such-entry'
  | 'teams-stand'
  | 'at-own-pace'
  | PaceRefusal;

export type RoundOutcome = { ok: true; state: RoundState } | { ok: false; refusal: RoundRefusal };

export const newRound: RoundState = {
  ended: false,
  frozen: false,
  held: [],
  guests: false,
  strips: false,
  askings: [],
  pace: null,
  teams: null,
  goal: null,
};

/** The asking that the class is at; null before the first. */
export const presentAsking = ({ askings }: RoundState): Asking | null => askings.at(-1) ?? null;

/** As the projector shows it: while it is frozen, as it stood when it was. */
export const onProjector = (state: RoundState): RoundState =>
  state.frozen ? { ...state, askings: state.held } : state;

/** Entries that were asked, each once, in the order of their first asking. */
export const askedEntries = ({ askings }: RoundState): string[] => [
  ...new Set(askings.map(({ entry }) => entry)),
];

const refused = (refusal: RoundRefusal): RoundOutcome => ({ ok: false, refusal });
const done = (state: RoundState): RoundOutcome => ({ ok: true, state });

/** The state with its present asking changed. */
const withPresent = (state: RoundState, change: Partial<Asking>): RoundState => ({
  ...state,
  askings: state.askings.map((asking, index) =>
    index === state.askings.length - 1 ? { ...asking, ...change } : asking,
  ),
});

/** @param entries what can be asked: the entries of the round */
export function applyToRound(
  state: RoundState,
  command: RoundCommand,
  entries: readonly string[],
  now: number,
): RoundOutcome {
  if (command.do === 'freeze')
    return done({
      ...state,
      frozen: command.frozen,
      held: command.frozen ? state.askings : [],
    });
  if (state.ended) return refused('round-ended');
  switch (command.do) {
    case 'let-guests-in':
      return done({ ...state, guests: command.guests });
    case 'use-strips':
      return state.pace ? refused('at-own-pace') : done({ ...state, strips: command.strips });
    case 'set-goal':
      return done({ ...state, goal: command.goal });
    case 'form-teams':
      return hasBegun(state) ? refused('teams-stand') : done({ ...state, teams: command.teams });
    case 'end':
      return done(endedRound(state, now));
    case 'start':
    case 'stop':
    case 'go-on':
    case 'finish': {
      const outcome = applyToPace(state.pace, command, now);
      return outcome.ok ? done({ ...state, pace: outcome.pace }) : outcome;
    }
  }
  if (state.pace) return refused('at-own-pace');
  return command.do === 'read'
    ? readNext(state, command, entries)
    : applyToAsking(state, command, now);
}

/** A command about the question that the class is at. */
function applyToAsking(
  state: RoundState,
  command: Extract<
    RoundCommand,
    { do: 'open' | 'close' | 'show-spread' | 'ask-again' | 'show-key' | 'choose-lines' }
  >,
  now: number,
): RoundOutcome {
  const asking = presentAsking(state);
  if (!asking) return refused('nothing-asked');
  switch (command.do) {
    case 'open':
      if (asking.step !== 'reading') return refused('not-being-read');
      return done(withPresent(state, opened(command, now)));
    case 'close':
      return asking.step === 'open' ? done(closed(state, now)) : refused('not-open');
    case 'show-spread':
      return asking.step === 'closed'
        ? done(withPresent(state, { step: 'spread' }))
        : refused('not-closed');
    case 'choose-lines':
      if (asking.step === 'reading' || asking.step === 'open') return refused('not-closed');
      return done(withPresent(state, { chosen: command.lines }));
    case 'ask-again':
      return askAgain(state, asking, command, now);
    case 'show-key':
      return isClosed(asking) ? done(withPresent(state, { step: 'key' })) : refused('not-closed');
  }
}

/** Whether anybody could answer anything yet. */
const hasBegun = ({ askings, pace }: RoundState) =>
  askings.some(({ openedAt }) => openedAt !== null) || (pace?.openedAt ?? null) !== null;

function endedRound(state: RoundState, now: number): RoundState {
  const pace = state.pace?.step === 'ready' ? state.pace : overNow(state.pace, now);
  return { ...closed(state, now), pace, ended: true, frozen: false, held: [] };
}

const overNow = (pace: OwnPace | null, now: number): OwnPace | null =>
  pace && { ...pace, step: 'over', closedAt: pace.closedAt ?? now };

const isClosed = ({ step }: Asking) => step === 'closed' || step === 'spread';

const opened = (
  { limit, untilAll }: { limit: number | null; untilAll: boolean },
  now: number,
): Partial<Asking> => ({ step: 'open', choicesHidden: false, openedAt: now, limit, untilAll });

/** Whatever is open takes no more answers from now on. */
const closed = (state: RoundState, now: number): RoundState =>
  presentAsking(state)?.step === 'open'
    ? withPresent(state, { step: 'closed', closedAt: now })
    : state;

function readNext(
  state: RoundState,
  { entry, choicesHidden }: Extract<RoundCommand, { do: 'read' }>,
  entries: readonly string[],
): RoundOutcome {
  if (presentAsking(state)?.step === 'open') return refused('still-open');
  if (!entries.includes(entry)) return refused('no-such-entry');
  // One that was only read, and not opened, gives its place up.
  const askings = state.askings.filter(({ step }) => step !== 'reading');
  if (askings.some((asking) => asking.entry === entry)) return refused('asked-already');
  const asking = newAsking(entry, 'first');
  return done({ ...state, askings: [...askings, { ...asking, choicesHidden }] });
}

const newAsking = (entry: string, time: Asking['time']): Asking => ({
  id: time === 'first' ? entry : `${entry}-2`,
  entry,
  time,
  step: 'reading',
  choicesHidden: false,
  openedAt: null,
  limit: null,
  untilAll: false,
  closedAt: null,
  chosen: [],
});

function askAgain(
  state: RoundState,
  asking: Asking,
  command: Extract<RoundCommand, { do: 'ask-again' }>,
  now: number,
): RoundOutcome {
  if (asking.step === 'key') return refused('key-was-shown');
  if (!isClosed(asking)) return refused('not-closed');
  if (asking.time === 'again') return refused('asked-twice');
  const second = { ...newAsking(asking.entry, 'again'), ...opened(command, now) };
  return done({ ...state, askings: [...state.askings, second] });
}

/** When an asking ends for somebody whose time is stretched by `factor`; null: by hand. */
export const endOfAsking = ({ openedAt, limit }: Asking, factor: number): number | null =>
  openedAt === null || limit === null ? null : openedAt + limit * factor;

/** Whether an answer of somebody with this `factor` counts now. `grace` is the network's, in ms. */
export function takesAnswers(
  asking: Asking | null,
  factor: number,
  now: number,
  grace: number,
): boolean {
  if (asking?.step !== 'open') return false;
  const end = endOfAsking(asking, factor);
  return end === null || now <= end + grace;
}

/**
 * The state as time and answers make it: an asking whose time is over for everybody, or that all
 * have answered where that closes it, is closed; so is work at one's own pace.
 *
 * @param longest the largest factor of anybody who is here
 * @param allAnswered whether everybody who is here has answered the present asking
 */
export function settledRound(
  state: RoundState,
  { longest, allAnswered, now }: { longest: number; allAnswered: boolean; now: number },
): RoundState {
  const pace = settledPace(state.pace, longest, now);
  if (pace !== state.pace) return { ...state, pace };
  const asking = presentAsking(state);
  if (asking?.step !== 'open') return state;
  const end = endOfAsking(asking, longest);
  if (end !== null && now >= end) return withPresent(state, { step: 'closed', closedAt: end });
  return asking.untilAll && allAnswered
    ? withPresent(state, { step: 'closed', closedAt: now })
    : state;
}
