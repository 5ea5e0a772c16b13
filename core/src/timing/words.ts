/** Instants and durations in words, for a place's own clock. */
import { valueOf } from '../certain';
import { day, minute, second } from './window';

const formats = new Map<string, Intl.DateTimeFormat>();

/** What a calendar and a clock in a zone show. */
interface Shown {
  weekday: string;
  day: string;
  /** In full or short, as the language has it. */
  month: string;
  year: string;
  hour: string;
  minute: string;
}

function shownAt(time: number, zone: string): Shown {
  let format = formats.get(zone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      weekday: 'short',
      day: 'numeric',
      month: 'short',
      year: 'numeric',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    });
    formats.set(zone, format);
  }
  const parts = new Map(format.formatToParts(time).map(({ type, value }) => [type, value]));
  return {
    weekday: valueOf(parts, 'weekday'),
    day: valueOf(parts, 'day'),
    month: valueOf(parts, 'month'),
    year: valueOf(parts, 'year'),
    hour: valueOf(parts, 'hour'),
    minute: valueOf(parts, 'minute'),
  };
}

const dayNumber = ({ year, month, day: date }: Shown) =>
  Date.parse(`${date} ${month.slice(0, 3)} ${year} 00:00 UTC`) / day;

/** "today 14:30", "Fri 14:30" within six days, "Fri 6 Mar, 14:30" otherwise, with the year when it is another. */
export function inWords(time: number, zone: string, now: number): string {
  const then = shownAt(time, zone);
  const today = shownAt(now, zone);
  const days = dayNumber(then) - dayNumber(today);
  const clock = `${then.hour}:${then.minute}`;
  if (days === 0) return `today ${clock}`;
  if (days > 0 && days < 7) return `${then.weekday} ${clock}`;
  const date = `${then.weekday} ${then.day} ${then.month.slice(0, 3)}`;
  return then.year === today.year ? `${date}, ${clock}` : `${date} ${then.year}, ${clock}`;
}

/** "20 minutes", "1 hour 30 minutes", "2 days"; below a minute in seconds. */
export function lengthInWords(length: number): string {
  const seconds = Math.max(0, Math.round(length / second));
  const say = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`;
  if (seconds < 60) return say(seconds, 'second');
  const minutes = Math.round(seconds / 60);
  if (minutes < 60) return say(minutes, 'minute');
  if (minutes < 48 * 60) {
    const rest = minutes % 60;
    return say(Math.floor(minutes / 60), 'hour') + (rest ? ` ${say(rest, 'minute')}` : '');
  }
  return say(Math.round(minutes / 60 / 24), 'day');
}

/** As lengthInWords, with the seconds that are over: "1 minute 30 seconds". */
export function exactLength(length: number): string {
  const seconds = Math.round(length / second) % 60;
  const whole = length - seconds * second;
  if (seconds === 0 || whole < minute) return lengthInWords(length);
  return `${lengthInWords(whole)} ${lengthInWords(seconds * second)}`;
}

/** About how long: "20 minutes", "5 hours", "2 days". */
export function roughly(length: number): string {
  const hours = length / (60 * minute);
  if (hours < 1) return lengthInWords(Math.max(1, Math.round(length / minute)) * minute);
  if (hours < 36) return lengthInWords(Math.round(hours) * 60 * minute);
  return lengthInWords(Math.round(hours / 24) * day);
}
