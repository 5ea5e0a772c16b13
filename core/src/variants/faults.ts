/** What can be wrong with the variants of an item. */
import { acceptableFaults, problemInWords, type WordedProblem } from '../templates';
import { sentence } from './sentences';

/** Faults that an author may have looked at and take as they are; the others make an item unfair in any case. */
export type AcceptableFault = (typeof acceptableFaults)[number];

export type FaultKind =
  | AcceptableFault
  | 'broken'
  | 'few-variants'
  | 'few-meet'
  | 'same-text'
  | 'key-not-exact'
  | 'mistake-is-right'
  | 'mistakes-same'
  | 'unaskable';

/** A fault of one variant. */
export interface Fault {
  kind: FaultKind;
  /** JSON pointer into the item; empty where it is about the whole. */
  pointer: string;
  words: string;
}

/** A fault of a template: the first variant that shows it, and how many of those that were looked at do. */
export interface TemplateFaultSeen extends Fault {
  /** “a = 3, b = 4”; empty where it is about all of them. */
  variant: string;
  count: number;
}

/** A part of an item that cannot be worked out with some values. */
export const brokenFault = (
  pointer: string,
  about: string,
  problem: Omit<WordedProblem, 'place'>,
): Fault => ({
  kind: 'broken',
  pointer,
  words: sentence('broken', { about, words: problemInWords({ ...problem, place: '' }) }),
});

/** Whether a fault is one that can be accepted. */
export const isAcceptable = (kind: FaultKind): kind is AcceptableFault =>
  (acceptableFaults as readonly string[]).includes(kind);

/** Gathers the faults of many variants: the same one at the same place is one fault. */
export class Faults {
  private readonly seen = new Map<string, TemplateFaultSeen>();

  add(fault: Fault, variant: string): void {
    const key = `${fault.kind} ${fault.pointer}`;
    const known = this.seen.get(key);
    if (known) known.count++;
    else this.seen.set(key, { ...fault, variant, count: 1 });
  }

  /** Those that nobody can accept first. */
  list(): TemplateFaultSeen[] {
    return [...this.seen.values()].sort(
      (a, b) => Number(isAcceptable(a.kind)) - Number(isAcceptable(b.kind)),
    );
  }
}
