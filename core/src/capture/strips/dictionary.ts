/**
 * The codes of the strips: squares of six by six cells, dark or light. They are 240 words of 36 bits of
 * a linear code of dimension 11 whose words differ in at least 12 cells, and which contains each of its
 * words turned by a quarter: so two codes differ in at least 12 cells however either is held. The code
 * was found by trial; it is spanned by the turns of three words. Of its 532 words up to turning, those
 * are taken in which dark and light change most often, because they are least like anything else.
 */
export const cellsAcross = 6;
export const cellCount = cellsAcross * cellsAcross;

export const letters = ['A', 'B', 'C', 'D'] as const;
export type Letter = (typeof letters)[number];
/** Students are numbered from 1. */
export const highestNumber = 60;

/** 36 cells row by row, 18 in each half, the first one lowest; a bit that is set is a dark cell. */
export type Word = readonly [first: number, second: number];

const half = cellCount / 2;
const spanning = [
  '000000111010110100111110100110001011',
  '010000001111101110010011001101100000',
  '111001010101010101110101010100101101',
];
/** Added to each word: the same from all sides, it leaves all distances as they are. */
const shift = '100111101000101110011101000101111001';

const wordOf = (cells: readonly boolean[]): Word => {
  const halfOf = (from: number) =>
    cells.slice(from, from + half).reduce((bits, dark, n) => bits | (Number(dark) << n), 0);
  return [halfOf(0), halfOf(half)];
};
const read = (cells: string): Word => wordOf([...cells].map((cell) => cell === '1'));
const sum = (a: Word, b: Word): Word => [a[0] ^ b[0], a[1] ^ b[1]];

const isDark = (word: Word, cell: number): boolean =>
  (((cell < half ? word[0] : word[1]) >> (cell % half)) & 1) === 1;

/** Row by row. */
export const cellsOf = (word: Word): boolean[] =>
  Array.from({ length: cellCount }, (_, cell) => isDark(word, cell));

/** By a quarter, clockwise. */
export function turned(word: Word): Word {
  const place = (cell: number) => {
    const [row, column] = [Math.floor(cell / cellsAcross), cell % cellsAcross];
    return (cellsAcross - 1 - column) * cellsAcross + row;
  };
  return wordOf(Array.from({ length: cellCount }, (_, cell) => isDark(word, place(cell))));
}

/** The word and its turns by one, two and three quarters. */
export function turnsOf(word: Word): Word[] {
  const turns = [word];
  for (let n = 1; n < 4; n++) turns.push(turned(turns[n - 1] ?? word));
  return turns;
}

/** How many bits of a whole number of 32 bits are set. Source: Warren, Hacker's Delight (2002), 5-1; from memory. */
export function bitsIn(bits: number): number {
  let rest = bits - ((bits >>> 1) & 0x55555555);
  rest = (rest & 0x33333333) + ((rest >>> 2) & 0x33333333);
  return (((rest + (rest >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24;
}

/** In how many cells two words differ. */
export const cellsApart = (a: Word, b: Word): number => bitsIn(a[0] ^ b[0]) + bitsIn(a[1] ^ b[1]);

/** How often dark and light change from one cell to the next. */
function changesIn(word: Word): number {
  const cells = cellsOf(word);
  return cells.reduce((changes, dark, cell) => {
    const right = cell % cellsAcross < cellsAcross - 1 && dark !== cells[cell + 1];
    const below = cell + cellsAcross < cellCount && dark !== cells[cell + cellsAcross];
    return changes + Number(right) + Number(below);
  }, 0);
}

function allWords(): Word[] {
  const known = new Map<string, Word>([['0,0', [0, 0]]]);
  for (const turn of spanning.flatMap((cells) => turnsOf(read(cells))))
    for (const word of [...known.values()]) {
      const next = sum(word, turn);
      known.set(next.join(), next);
    }
  return [...known.values()].map((word) => sum(word, read(shift)));
}

const order = (a: Word, b: Word) => a[0] - b[0] || a[1] - b[1];

function chosenWords(): Word[] {
  const firsts = new Map<string, { word: Word; changes: number }>();
  for (const word of allWords()) {
    const [first = word] = turnsOf(word).sort(order);
    firsts.set(first.join(), { word: first, changes: changesIn(first) });
  }
  return [...firsts.values()]
    .filter(({ word }) => Math.abs(bitsIn(word[0]) + bitsIn(word[1]) - half) <= 6)
    .sort((a, b) => b.changes - a.changes || order(a.word, b.word))
    .slice(0, highestNumber * letters.length)
    .map(({ word }) => word)
    .sort(order);
}

export interface StripCode {
  /** On the roster, from 1 to 60. */
  number: number;
  letter: Letter;
}

/** Every code with its word, all letters of a number one after the other. */
export const stripCodes: readonly (StripCode & { word: Word })[] = chosenWords().map(
  (word, index) => ({
    number: Math.floor(index / letters.length) + 1,
    letter: letters[index % letters.length] ?? 'A',
    word,
  }),
);

/** Every code as it may be held. */
const held = stripCodes.flatMap(({ number, letter, word }) =>
  turnsOf(word).map((turn) => ({ number, letter, turn })),
);

export interface Nearest extends StripCode {
  /** Cells that were read and are otherwise in the code. */
  wrong: number;
}

/** The code that is most like what was read, whichever way it is held. @param known cells that could be read */
export function nearestCode(cells: Word, known: Word): Nearest {
  let nearest: Nearest = { number: 0, letter: 'A', wrong: Infinity };
  for (const { number, letter, turn } of held) {
    const wrong = bitsIn((turn[0] ^ cells[0]) & known[0]) + bitsIn((turn[1] ^ cells[1]) & known[1]);
    if (wrong < nearest.wrong) nearest = { number, letter, wrong };
  }
  return nearest;
}

export { wordOf };
