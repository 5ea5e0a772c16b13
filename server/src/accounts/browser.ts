/** Well-known browsers and systems by what stands in a User-Agent, the more particular first. */
const browsers: [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/OPR\//, 'Opera'],
  [/Firefox\/|FxiOS\//, 'Firefox'],
  [/Chrome\/|CriOS\//, 'Chrome'],
  [/Safari\//, 'Safari'],
];
const systems: [RegExp, string][] = [
  [/CrOS/, 'a Chromebook'],
  [/iPad/, 'an iPad'],
  [/iPhone/, 'an iPhone'],
  [/Android/, 'Android'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'a Mac'],
  [/Linux/, 'Linux'],
];

/** A browser in words that its owner knows it by, such as “Firefox on Windows”. */
export function browserName(userAgent: string): string {
  const nameIn = (list: [RegExp, string][]) =>
    list.find(([pattern]) => pattern.test(userAgent))?.[1];
  const browser = nameIn(browsers) ?? 'A browser';
  const system = nameIn(systems);
  return system ? `${browser} on ${system}` : browser;
}
