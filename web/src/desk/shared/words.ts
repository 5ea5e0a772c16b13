/** Times, shares and counts as the desk says them. */
import { plainText, shorten, wholePercent } from '@oaken/core/text';
import { dateInWords, inWords, roughly } from '@oaken/core/timing';
import { useSession } from '../../client/session';
import { say } from '../../words/teacher';

export function useWords() {
  const session = useSession();
  return {
    /** "Fri 14:30", in the school's zone. */
    time: (time: number) => inWords(time, session.school.zone, session.now()),
    /** "Fri, Dec 4", in the school's zone. */
    date: (time: number) => dateInWords(time, session.school.zone),
    /** "closes Fri, Dec 4, 2:30 PM, in 2 days" */
    closing(closesAt: number | null): string {
      if (closesAt === null) return say('desk.neverCloses');
      const now = session.now();
      const when = inWords(closesAt, session.school.zone, now);
      return closesAt > now
        ? say('desk.closesWhenInRoughly', { when, roughly: roughly(closesAt - now) })
        : say('desk.closedWhen', { when });
    },
  };
}

/** @param share of 1; where there is none, a dash */
export const percent = (share: number | null | undefined) =>
  share == null ? '—' : `${wholePercent(share)}%`;
/** Nothing is below nothing: what rounds to 0 has no sign. */
export const decimal = (value: number, digits = 2) =>
  value
    .toFixed(digits)
    .replace(/^-(?=0(\.0*)?$)/, '')
    .replace('-', '−');
/** Points without noughts that say nothing: 7, 7.5, 7.33. */
export const pointsText = (value: number) => String(Math.round(value * 100) / 100);
export const stemLine = (html: string, length = 160) =>
  shorten(plainText(html.replace(/<blockquote>.*?<\/blockquote>/gs, '')), length);
export const minutesOf = (seconds: number) => Math.max(1, Math.round(seconds / 60));
export const depthNames = [
  '',
  say('desk.recall'),
  say('desk.skill'),
  say('desk.strategicThinking'),
  say('desk.extendedThinking'),
];
