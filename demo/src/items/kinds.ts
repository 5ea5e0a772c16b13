/** Short ways to write down the kinds that are more than choices and typed answers. */
import { elementAt, present } from '@oaken/core/certain';
import type { Part } from '@oaken/core/items';
import { pictureOf, type FileName } from '../media';
import { paragraph, type DemoItem } from './build';

type Rule = 'all-or-nothing' | 'each-right' | 'wrong-takes-away';
type PartOf<K extends Part['kind']> = Extract<Part, { kind: K }>;
const named = (texts: readonly string[], sign: string) =>
  texts.map((text, index) => ({ id: `${sign}${index + 1}`, text }));

const made = (
  standard: string,
  depth: number,
  seconds: number,
  stem: string,
  parts: Part[],
  explanation = '',
): DemoItem => ({
  standard,
  depth,
  seconds,
  content: {
    stem: paragraph(stem),
    parts,
    explanation: explanation && paragraph(explanation),
    hints: [],
    notes: '',
  },
});

export const match = (
  standard: string,
  depth: number,
  stem: string,
  pairs: [string, string][],
  spare: string[],
  explanation: string,
  rule: Rule = 'each-right',
) => {
  const left = named(
    pairs.map(([text]) => text),
    'l',
  );
  const right = named([...pairs.map(([, pair]) => pair), ...spare], 'r');
  return made(
    standard,
    depth,
    70,
    stem,
    [
      {
        id: 'a',
        kind: 'matching',
        left,
        right,
        key: left.map(({ id }, index) => `${id} ${elementAt(right, index).id}`),
        once: true,
        rule: { rule, points: pairs.length },
      },
    ],
    explanation,
  );
};

export const sort = (
  standard: string,
  depth: number,
  stem: string,
  groups: Record<string, string[]>,
  out: string[],
  explanation: string,
  rule: Rule = 'wrong-takes-away',
) => {
  const shelves = named(Object.keys(groups), 'g');
  const choices = named([...Object.values(groups).flat(), ...out], 'c');
  const key = Object.values(groups).flatMap((things, index) =>
    things.map(
      (thing) =>
        `${
          present(
            choices.find(({ text }) => text === thing),
            'choice',
          ).id
        } ${elementAt(shelves, index).id}`,
    ),
  );
  return made(
    standard,
    depth,
    80,
    stem,
    [
      {
        id: 'a',
        kind: 'sorting',
        choices,
        groups: shelves,
        keys: [key],
        rule: { rule, points: Math.max(2, Math.round(key.length / 2)) },
      },
    ],
    explanation,
  );
};

export const order = (
  standard: string,
  depth: number,
  stem: string,
  steps: string[],
  ends: [string, string],
  explanation: string,
  rule: PartOf<'ordering'>['rule']['rule'] = 'each-pair',
) => {
  const choices = named(steps, 's');
  return made(
    standard,
    depth,
    70,
    stem,
    [
      {
        id: 'a',
        kind: 'ordering',
        choices,
        key: choices.map(({ id }) => id),
        ends: { first: ends[0], last: ends[1] },
        rule: { rule, points: 3 },
      },
    ],
    explanation,
  );
};

/** Gaps stand in braces, the right choice first: "Water {evaporates|freezes}". */
export const gaps = (
  standard: string,
  depth: number,
  stem: string,
  text: string,
  explanation: string,
) => {
  const list: PartOf<'inline-choice'>['gaps'] = [];
  const html = text.replace(/\{([^}]*)\}/g, (_, inside: string) => {
    const id = `g${list.length + 1}`;
    const words = inside.split('|');
    const choices = [...words]
      .sort()
      .map((word, index) => ({ id: 'abcdef'.charAt(index), text: word }));
    list.push({
      id,
      choices,
      key: [
        present(
          choices.find((choice) => choice.text === words[0]),
          'choice',
        ).id,
      ],
    });
    return `<span data-gap="${id}"></span>`;
  });
  return made(
    standard,
    depth,
    60,
    stem,
    [
      {
        id: 'a',
        kind: 'inline-choice',
        text: paragraph(html),
        gaps: list,
        rule: { rule: 'each-right', points: list.length },
      },
    ],
    explanation,
  );
};

/** Places stand in square brackets, the right ones with a star: "The [river*] runs [north]". */
export const words = (
  standard: string,
  depth: number,
  stem: string,
  text: string,
  explanation: string,
  rule: Rule = 'wrong-takes-away',
) => {
  const key: string[] = [];
  let n = 0;
  const html = text.replace(/\[([^\]*]*)(\*?)\]/g, (_, inside: string, star: string) => {
    const id = `w${++n}`;
    if (star) key.push(id);
    return `<span data-words="${id}">${inside}</span>`;
  });
  return made(
    standard,
    depth,
    60,
    stem,
    [
      {
        id: 'a',
        kind: 'words-in-text',
        text: paragraph(html),
        key,
        rule: { rule, points: key.length },
      },
    ],
    explanation,
  );
};

type Spot = [label: string, x: number, y: number, size: number];
export const places = (
  standard: string,
  depth: number,
  stem: string,
  file: FileName,
  shows: string,
  spots: Spot[],
  right: string[],
  explanation: string,
) => {
  const list = spots.map(([label, x, y, radius], index) => ({
    id: `p${index + 1}`,
    label,
    area: { shape: 'circle' as const, x, y, radius },
  }));
  const key = list.filter(({ label }) => right.includes(label)).map(({ id }) => id);
  return made(
    standard,
    depth,
    45,
    stem,
    [
      {
        id: 'a',
        kind: 'places',
        picture: pictureOf(file, shows),
        places: list,
        key,
        mostChosen: key.length,
        rule: { rule: key.length === 1 ? 'all-or-nothing' : 'each-right', points: key.length },
      },
    ],
    explanation,
  );
};

export const grid = (
  standard: string,
  depth: number,
  stem: string,
  columns: string[],
  rows: [string, string][],
  explanation: string,
) => {
  const heads = named(columns, 'c');
  const lines = named(
    rows.map(([text]) => text),
    'r',
  );
  const key = rows.map(
    ([, row], index) =>
      `${elementAt(lines, index).id} ${elementAt(heads, columns.indexOf(row)).id}`,
  );
  return made(
    standard,
    depth,
    70,
    stem,
    [
      {
        id: 'a',
        kind: 'grid',
        rows: lines,
        columns: heads,
        key,
        many: false,
        rule: { rule: 'each-right', points: rows.length },
      },
    ],
    explanation,
  );
};

type Levels = [points: number, words: string][];
export const essay = (
  standard: string,
  depth: number,
  stem: string,
  guide: string,
  points = 4,
  mostWords?: number,
  criteria?: [name: string, levels: Levels][],
) =>
  made(standard, depth, 300, stem, [
    {
      id: 'a',
      kind: 'long-text',
      lines: 8,
      ...(mostWords && { mostWords }),
      guide: paragraph(guide),
      ...(criteria && {
        criteria: criteria.map(([name, levels], index) => ({
          id: `c${index + 1}`,
          name,
          levels: levels.map(([worth, words]) => ({ points: worth, words })),
        })),
      }),
      rule: { rule: 'by-hand', points },
    },
  ]);

export const sketch = (
  standard: string,
  depth: number,
  stem: string,
  guide: string,
  ground?: [FileName, string],
) =>
  made(standard, depth, 180, stem, [
    {
      id: 'a',
      kind: 'drawing',
      ...(ground && { ground: pictureOf(...ground) }),
      guide: paragraph(guide),
      rule: { rule: 'by-hand', points: 3 },
    },
  ]);

export const photo = (standard: string, depth: number, stem: string, guide: string) =>
  made(standard, depth, 300, stem, [
    {
      id: 'a',
      kind: 'upload',
      accepts: 'photo',
      most: 2,
      guide: paragraph(guide),
      rule: { rule: 'by-hand', points: 4 },
    },
  ]);

export const ask = (standard: string, stem: string, choices: string[]) =>
  made(standard, 1, 20, stem, [
    {
      id: 'a',
      kind: 'survey',
      style: choices.length > 0 ? 'one' : 'words',
      choices: named(choices, 'c'),
    },
  ]);

export const page = (standard: string, stem: string) =>
  made(standard, 1, 60, stem, [{ id: 'a', kind: 'information' }]);

/** Part A and part B of one item; B counts only when A is right, where `linked`. */
export const twoParts = (
  first: DemoItem,
  second: DemoItem,
  prompts: [string, string],
  stem: string,
  linked: boolean,
): DemoItem => {
  const [a] = first.content.parts;
  const [b] = second.content.parts;
  const parts = [
    { ...present(a, 'a'), id: 'a', prompt: paragraph(prompts[0]) },
    { ...present(b, 'b'), id: 'b', prompt: paragraph(prompts[1]), ...(linked && { needs: 'a' }) },
  ] as Part[];
  return {
    ...first,
    depth: Math.max(first.depth, second.depth),
    seconds: first.seconds + second.seconds,
    content: {
      ...first.content,
      stem: paragraph(stem),
      parts,
      explanation: first.content.explanation + second.content.explanation,
    },
  };
};
