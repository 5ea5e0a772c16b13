/**
 * A round at each student's own pace: all questions are there at once, for as long as it runs. The
 * teacher can stop everybody for a word; the time of a stop is nobody's working time.
 */
export const paceSteps = ['ready', 'running', 'stopped', 'over'] as const;
export type PaceStep = (typeof paceSteps)[number];

/** When a student learns what was right: after each answer that they check, or all at the end. */
export const feedbacks = ['each', 'end'] as const;
export type Feedback = (typeof feedbacks)[number];

export interface OwnPace {
  feedback: Feedback;
  step: PaceStep;
  openedAt: number | null;
  /** Working time in ms for those without accommodations; null: until the teacher ends it. */
  limit: number | null;
  stoppedAt: number | null;
  /** What earlier stops have taken, in ms. */
  paused: number;
  closedAt: number | null;
}

export type PaceCommand =
  { do: 'start'; limit: number | null } | { do: 'stop' } | { do: 'go-on' } | { do: 'finish' };

export type PaceRefusal = 'led-by-teacher' | 'started-already' | 'not-running' | 'not-stopped';

/** Before the teacher starts it, without a limit. */
export const newPace = (feedback: Feedback): OwnPace => ({
  feedback,
  step: 'ready',
  openedAt: null,
  limit: null,
  stoppedAt: null,
  paused: 0,
  closedAt: null,
});

type PaceOutcome = { ok: true; pace: OwnPace } | { ok: false; refusal: PaceRefusal };
const done = (pace: OwnPace): PaceOutcome => ({ ok: true, pace });
const refused = (refusal: PaceRefusal): PaceOutcome => ({ ok: false, refusal });

/** @param pace null where the teacher leads */
export function applyToPace(pace: OwnPace | null, command: PaceCommand, now: number): PaceOutcome {
  if (!pace) return refused('led-by-teacher');
  switch (command.do) {
    case 'start':
      return pace.step === 'ready'
        ? done({ ...pace, step: 'running', openedAt: now, limit: command.limit })
        : refused('started-already');
    case 'stop':
      return pace.step === 'running'
        ? done({ ...pace, step: 'stopped', stoppedAt: now })
        : refused('not-running');
    case 'go-on':
      return pace.step === 'stopped'
        ? done({ ...running(pace, now), step: 'running' })
        : refused('not-stopped');
    case 'finish':
      return pace.step === 'running' || pace.step === 'stopped'
        ? done({ ...running(pace, now), step: 'over', closedAt: now })
        : refused('not-running');
  }
}

/** With the time of a stop that ends now. */
const running = (pace: OwnPace, now: number): OwnPace => ({
  ...pace,
  stoppedAt: null,
  paused: pace.paused + (pace.stoppedAt === null ? 0 : Math.max(0, now - pace.stoppedAt)),
});

/** When it ends for somebody whose time is stretched by `factor`; null: by hand, or while it is stopped. */
export const endOfPace = (
  { step, openedAt, limit, paused }: Pick<OwnPace, 'step' | 'openedAt' | 'limit' | 'paused'>,
  factor: number,
): number | null =>
  step === 'stopped' || openedAt === null || limit === null
    ? null
    : openedAt + limit * factor + paused;

/**
 * Whether an answer of somebody with this `factor` counts now; while it is stopped as well, for what
 * was on its way. `grace` is the network's, in ms.
 */
export function takesAtOwnPace(
  pace: OwnPace | null,
  factor: number,
  now: number,
  grace: number,
): boolean {
  if (pace?.step !== 'running' && pace?.step !== 'stopped') return false;
  const end = endOfPace(pace, factor);
  return end === null || now <= end + grace;
}

/** It is over once its time is, for everybody. */
export function settledPace(pace: OwnPace | null, longest: number, now: number): OwnPace | null {
  if (pace?.step !== 'running') return pace;
  const end = endOfPace(pace, longest);
  return end !== null && now >= end ? { ...pace, step: 'over', closedAt: end } : pace;
}
