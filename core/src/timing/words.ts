/** Instants and durations in words, for a place's own clock. */
import { locales, type Language } from '@oaken/words/languages';
import { day, minute, second } from './window';

export { locales, type Language };

const kept = new Map<string, Intl.DateTimeFormat>();
function formatOf(zone: string, language: Language, options: Intl.DateTimeFormatOptions) {
  const key = `${zone} ${language} ${Object.keys(options).join()}`;
  let format = kept.get(key);
  if (!format) {
    format = new Intl.DateTimeFormat(locales[language], { ...options, timeZone: zone });
    kept.set(key, format);
  }
  return format;
}
const clock = { hour: 'numeric', minute: '2-digit' } as const;
const date = { weekday: 'short', month: 'short', day: 'numeric' } as const;
const dateOfAnyYear = { ...date, year: 'numeric' } as const;

/** Newer data put narrow spaces before "PM", which many fonts and every search miss. */
const write = (format: Intl.DateTimeFormat, time: number) =>
  format.format(time).replace(/[\u202f\u00a0]/g, ' ');

/** "today, 2:30 PM", otherwise "Fri, Dec 4, 3:30 PM", with the year when it is another: "Mon, Jan 4, 2027, 9:00 AM". */
export function inWords(
  time: number,
  zone: string,
  now: number,
  language: Language = 'en',
): string {
  const format = (options: Intl.DateTimeFormatOptions) => formatOf(zone, language, options);
  const whole = (instant: number) => write(format(dateOfAnyYear), instant);
  if (whole(time) === whole(now)) {
    const today = new Intl.RelativeTimeFormat(locales[language], { numeric: 'auto' });
    return `${today.format(0, 'day')}, ${write(format(clock), time)}`;
  }
  const sameYear =
    write(format({ year: 'numeric' }), time) === write(format({ year: 'numeric' }), now);
  return write(format({ ...(sameYear ? date : dateOfAnyYear), ...clock }), time);
}

/** "2:30 PM" */
export const clockInWords = (time: number, zone: string, language: Language = 'en') =>
  write(formatOf(zone, language, clock), time);

/** "Fri, Dec 4", without the year. */
export const dateInWords = (time: number, zone: string, language: Language = 'en') =>
  write(formatOf(zone, language, date), time);

/** "20 minutes", "1 hour 30 minutes", "2 days"; below a minute in seconds. */
export function lengthInWords(length: number, language: Language = 'en'): string {
  const seconds = Math.max(0, Math.round(length / second));
  const say = (n: number, unit: 'second' | 'minute' | 'hour' | 'day') =>
    new Intl.NumberFormat(locales[language], { style: 'unit', unit, unitDisplay: 'long' }).format(
      n,
    );
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
export function exactLength(length: number, language: Language = 'en'): string {
  const seconds = Math.round(length / second) % 60;
  const whole = length - seconds * second;
  if (seconds === 0 || whole < minute) return lengthInWords(length, language);
  return `${lengthInWords(whole, language)} ${lengthInWords(seconds * second, language)}`;
}

/** About how long: "20 minutes", "5 hours", "2 days". */
export function roughly(length: number, language: Language = 'en'): string {
  const hours = length / (60 * minute);
  if (hours < 1) return lengthInWords(Math.max(1, Math.round(length / minute)) * minute, language);
  if (hours < 36) return lengthInWords(Math.round(hours) * 60 * minute, language);
  return lengthInWords(Math.round(hours / 24) * day, language);
}
