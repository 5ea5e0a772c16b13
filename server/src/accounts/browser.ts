import { sentence } from './sentences';

/** Well-known browsers and systems by what stands in a User-Agent, the more particular first. */
const browsers: [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/OPR\//, 'Opera'],
  [/Firefox\/|FxiOS\//, 'Firefox'],
  [/Chrome\/|CriOS\//, 'Chrome'],
  [/Safari\//, 'Safari'],
];
const systems: [RegExp, string][] = [
  [/CrOS/, sentence('aChromebook')],
  [/iPad/, sentence('anIpad')],
  [/iPhone/, sentence('anIphone')],
  [/Android/, 'Android'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, sentence('aMac')],
  [/Linux/, 'Linux'],
];

/** A browser in words that its owner knows it by, such as “Firefox on Windows”. */
export function browserName(userAgent: string): string {
  const nameIn = (list: [RegExp, string][]) =>
    list.find(([pattern]) => pattern.test(userAgent))?.[1];
  const browser = nameIn(browsers) ?? sentence('aBrowser');
  const system = nameIn(systems);
  return system ? sentence('on', { browser, system }) : browser;
}
