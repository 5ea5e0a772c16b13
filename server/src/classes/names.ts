import type { AssignmentClass } from '../models';

/** The names of the classes that an assignment was given to, in order. */
export const classNames = (classes: readonly AssignmentClass[] = []): string[] =>
  classes.flatMap((assigned) => assigned.class?.name ?? []).sort((a, b) => a.localeCompare(b));
