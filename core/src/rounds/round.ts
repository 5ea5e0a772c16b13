/**
 * A round: a few questions asked in class, one after the other, each led step by step by the
 * teacher. A pure machine: a state, a command and a time give the next state or the code of what
 * stands against it. What is stored is the state; nothing else knows where a round stands.
 */

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
}

export interface RoundState {
  ended: boolean;
  /** The projector keeps what it shows. */
  frozen: boolean;
  /** In the order in which they were asked; the last one is the present one. */
  askings: Asking[];
}

export type RoundCommand =
  | { do: 'read'; entry: string; choicesHidden: boolean }
  | { do: 'open'; limit: number | null; untilAll: boolean }
  | { do: 'close' }
  | { do: 'show-spread' }
  | { do: 'ask-again'; limit: number | null; untilAll: boolean }
  | { do: 'show-key' }
  | { do: 'freeze'; frozen: boolean }
  | { do: 'end' };

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
  | 'no-such-entry';

export type RoundOutcome = { ok: true; state: RoundState } | { ok: false; refusal: RoundRefusal };

export const newRound: RoundState = { ended: false, frozen: false, askings: [] };

/** The asking that the class is at; null before the first. */
export const presentAsking = ({ askings }: RoundState): Asking | null => askings.at(-1) ?? null;

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
  if (command.do === 'freeze') return done({ ...state, frozen: command.frozen });
  if (state.ended) return refused('round-ended');
  const asking = presentAsking(state);
  if (command.do === 'read') return readNext(state, command, entries);
  if (command.do === 'end') return done({ ...closed(state, now), ended: true, frozen: false });
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
    case 'ask-again':
      return askAgain(state, asking, command, now);
    case 'show-key':
      return isClosed(asking) ? done(withPresent(state, { step: 'key' })) : refused('not-closed');
  }
}

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
 * have answered where that closes it, is closed.
 *
 * @param longest the largest factor of anybody who is here
 * @param allAnswered whether everybody who is here has answered the present asking
 */
export function settledRound(
  state: RoundState,
  { longest, allAnswered, now }: { longest: number; allAnswered: boolean; now: number },
): RoundState {
  const asking = presentAsking(state);
  if (asking?.step !== 'open') return state;
  const end = endOfAsking(asking, longest);
  if (end !== null && now >= end) return withPresent(state, { step: 'closed', closedAt: end });
  return asking.untilAll && allAnswered
    ? withPresent(state, { step: 'closed', closedAt: now })
    : state;
}
