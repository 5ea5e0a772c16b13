/** How students write what they know, right and nearly right: for authors to try a key with. */
const signs = /[^\p{L}\p{N}\s]/gu;
const capitalised = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** Ways in which students write a word or two. */
export const textSpellings = (text: string) => [
  text.toUpperCase(),
  `${capitalised(text)}.`,
  text.normalize('NFD').replace(/\p{Mn}/gu, ''),
  `“${text}”`,
  text.replace(/(\p{L})-(\p{L})/gu, '$1 $2'),
  text.replace(/\s+/g, '  '),
  text.replace(signs, ''),
  text.replace(/\s+/g, ''),
  /\p{L}{2}/u.test(text) ? `the ${text}` : '',
  text.slice(0, -1),
  text.length > 3 ? text.slice(0, 1) + text[2] + text[1] + text.slice(3) : '',
  `${text}s`,
];

/** Ways in which students write a number. */
export function numberSpellings(value: string, unit: string): string[] {
  const number = Number(value);
  const decimal = Number.isFinite(number)
    ? [
        number.toFixed(2),
        `${number}.`,
        number.toExponential(),
        String(-number),
        `${number} %`,
        String(number * 10),
        String(Math.round(number * 10 + 1) / 10),
      ]
    : [];
  const units = unit
    ? [`${value} ${unit}`, `${value}${unit}.`, `${value} ${unit.toUpperCase()}`]
    : [];
  return [value, ...units, ...decimal, `about ${value}`, `${value} or so`];
}
