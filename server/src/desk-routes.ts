import type { Editions } from './attempts/editions';
import { rosterRoutes } from './classes/routes';
import type { Context } from './context';
import { FiguresCheck } from './figures/checking';
import { followUpRoutes } from './follow-up/routes';
import type { Bind } from './http/bind';
import { paperRoutes } from './paper/routes';
import { rescoreRoutes } from './rescoring/routes';
import { resultRoutes } from './results/routes';
import { todayRoutes } from './today/routes';

/** What happens by itself beside them, by its name. */
export const deskJobs = (context: Pick<Context, 'database' | 'log'>) => {
  const figuresCheck = new FiguresCheck(context);
  return { 'check item figures': () => figuresCheck.next() };
};

/** The routes that compute much: what a whole grade did and what follows from it, and lists of whole classes. */
export function deskRoutes(bind: Bind, context: Context, editions: Editions): void {
  rosterRoutes(bind, context);
  resultRoutes(bind, context, editions);
  rescoreRoutes(bind, context, editions);
  followUpRoutes(bind, context, editions);
  paperRoutes(bind, context, editions);
  todayRoutes(bind, context, editions);
}
