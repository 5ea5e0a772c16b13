/** What giving an assignment to more students does, said before it is done. */
import { inWords } from '../timing';
import { sentence } from './sentences';

/** Who is added, and what they come into. */
export interface Addition {
  added: number;
  /** Chosen students who have it already. */
  already: number;
  opensAt: number;
  /** Null: it never closes. */
  closesAt: number | null;
  /** How many forms are dealt. */
  forms: number;
  /** How many have handed in so far. */
  handedIn: number;
}

function timesInWords({ opensAt, closesAt }: Addition, zone: string, now: number): string {
  const say = (instant: number) => inWords(instant, zone, now);
  if (closesAt !== null && closesAt <= now)
    return sentence('adding.closed', { closesAt: say(closesAt) });
  const times = { opensAt: say(opensAt), closesAt: closesAt === null ? '' : say(closesAt) };
  if (opensAt > now) return sentence(closesAt === null ? 'adding.from' : 'adding.fromUntil', times);
  return sentence(closesAt === null ? 'adding.now' : 'adding.nowUntil', times);
}

/** One sentence for each thing that happens, the weightiest first. */
export function additionInWords(addition: Addition, zone: string, now: number): string[] {
  const { added, already, forms, handedIn } = addition;
  const kept = already > 0 ? [sentence('adding.already', { n: already })] : [];
  if (added === 0) return [sentence('adding.nobody')];
  return [
    sentence('adding.added', { n: added }),
    ...kept,
    timesInWords(addition, zone, now),
    ...(forms > 1 ? [sentence('adding.forms')] : []),
    ...(handedIn > 0 ? [sentence('adding.together')] : []),
  ];
}
