/** What happens by itself, and how often. */
import { takeFromFolder } from './paper/folder';
import { readScans } from './paper/reading-scans';
import { handInOverdue } from './attempts/hand-in';
import { fileEnded } from './rounds/filing';
import { sendLetters } from './letters/sending';
import { renewFigures } from './figures/renew';
import { removeUnfinished } from './files/service';
import { forgetSentChanges } from './assessments/building';
import type { Editions } from './attempts/editions';
import type { Context } from './context';
import { deskJobs } from './desk-routes';
import type { DeskThread } from './threads/desk';

export interface Job {
  name: string;
  /** In ms. */
  every: number;
  /** It can wait for its first turn until the server has begun. */
  isIdle?: boolean;
  run(): Promise<unknown>;
}

/** @param desk where what computes much is done; without one, in this thread */
export function jobsOf(
  context: Context,
  {
    editions,
    scanFolder,
    desk,
  }: { editions: Editions; scanFolder: string | null; desk: DeskThread | null },
): Job[] {
  return [
    ...(scanFolder === null
      ? []
      : [
          {
            name: 'take scans from the folder',
            every: 5_000,
            run: () => takeFromFolder(context, scanFolder),
          },
        ]),
    { name: 'hand in overdue attempts', every: 1_000, run: () => handInOverdue(context, editions) },
    { name: 'read scans', every: 1_000, run: () => readScans(context, editions) },
    { name: 'file ended rounds', every: 30_000, run: () => fileEnded(context, editions) },
    { name: 'send letters', every: 2_000, run: () => sendLetters(context) },
    { name: 'renew item figures', every: 15_000, run: () => renewFigures(context) },
    ...Object.entries(deskJobs(context)).map(([name, run]) => ({
      name,
      every: 15_000,
      isIdle: true,
      run: desk ? () => desk.do(name) : run,
    })),
    {
      name: 'forget old sessions',
      every: 600_000,
      run: () =>
        Promise.all([
          context.sessions.sweep(),
          context.throttle.sweep(),
          context.devices.sweep(),
          removeUnfinished(context),
          forgetSentChanges(context),
        ]),
    },
  ];
}
