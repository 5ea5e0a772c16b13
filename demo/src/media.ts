/** Pictures and sounds of the demonstration, all our own: drawings as SVG, tones computed sample by sample. */
import { elementAt, present } from '@oaken/core/certain';
import { createHash } from 'node:crypto';

export interface DemoFile {
  id: string;
  name: string;
  type: string;
  bytes: Buffer;
  width: number | null;
  height: number | null;
}

const idOf = (name: string) =>
  createHash('sha256').update(`brindlemere/${name}`).digest('base64url').slice(0, 22);

const drawing = (name: string, width: number, height: number, inside: string): DemoFile => ({
  id: idOf(name),
  name: `${name}.svg`,
  type: 'image/svg+xml',
  width,
  height,
  bytes: Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="sans-serif" font-size="15" fill="#20292d"><rect width="${width}" height="${height}" fill="#fffefa"/>${inside}</svg>`,
  ),
});

const text = (x: number, y: number, label: string, more = '') =>
  `<text x="${x}" y="${y}" text-anchor="middle" ${more}>${label}</text>`;
const line = (d: string, colour = '#20292d', width = 2, more = '') =>
  `<path d="${d}" fill="none" stroke="${colour}" stroke-width="${width}" ${more}/>`;

const ticks = Array.from({ length: 13 }, (_, index) => {
  const x = 40 + 43 * index;
  return (
    line(`M${x} 62v16`) + (index % 3 === 0 ? text(x, 102, String(index - 6).replace('-', '−')) : '')
  );
}).join('');

const bars = [
  ['Mon', 12],
  ['Tue', 5],
  ['Wed', 18],
  ['Thu', 9],
  ['Fri', 14],
]
  .map(
    ([day, mm], index) =>
      `<rect x="${78 + 88 * index}" y="${262 - 10 * Number(mm)}" width="52" height="${10 * Number(mm)}" fill="#1d6a78"/>${text(104 + 88 * index, 284, String(day))}`,
  )
  .join('');

/** Pulses of a tone with an envelope, as 16-bit samples in a WAV file. */
function tone(name: string, pulses: { hertz: number; seconds: number; pause: number }[]): DemoFile {
  const rate = 11_025;
  const samples = pulses.flatMap(({ hertz, seconds, pause }) => {
    const n = Math.round(rate * seconds);
    const sound = Array.from({ length: n }, (_, index) => {
      const swell = Math.min(1, index / 400, (n - index) / 800);
      return Math.round(
        9000 *
          swell *
          (Math.sin((2 * Math.PI * hertz * index) / rate) +
            0.3 * Math.sin((4 * Math.PI * hertz * index) / rate)),
      );
    });
    return [...sound, ...Array.from({ length: Math.round(rate * pause) }, () => 0)];
  });
  const bytes = Buffer.alloc(44 + 2 * samples.length);
  bytes.write('RIFF', 0);
  bytes.writeUInt32LE(36 + 2 * samples.length, 4);
  bytes.write('WAVEfmt ', 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(1, 22);
  bytes.writeUInt32LE(rate, 24);
  bytes.writeUInt32LE(2 * rate, 28);
  bytes.writeUInt16LE(2, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write('data', 36);
  bytes.writeUInt32LE(2 * samples.length, 40);
  samples.forEach((sample, index) => bytes.writeInt16LE(sample, 44 + 2 * index));
  return {
    id: idOf(name),
    name: `${name}.wav`,
    type: 'audio/wav',
    bytes,
    width: null,
    height: null,
  };
}

type Point = readonly [x: number, y: number];

/** A mark on a front: where it stands, which way the front runs there, and to which side it points. */
type Mark = (place: Point, along: Point, out: Point) => string;

const offset = ([x, y]: Point, [dx, dy]: Point, by: number): Point => [
  Math.round(x + by * dx),
  Math.round(y + by * dy),
];
const triangle: Mark = (place, along, out) => {
  const points = [offset(place, along, -12), offset(place, out, 22), offset(place, along, 12)];
  return `<path d="M${points.map((point) => point.join(' ')).join('L')}z" fill="#1d6a78"/>`;
};
const halfCircle: Mark = (place, along) =>
  `<path d="M${offset(place, along, -12).join(' ')}A12 12 0 0 1 ${offset(place, along, 12).join(' ')}z" fill="#a3452f"/>`;

/** A front from the low outward as a quadratic curve, with four marks on the side to which it moves. */
function front([start, bend, end]: [Point, Point, Point], colour: string, mark: Mark): string {
  const marks = [0.2, 0.42, 0.64, 0.86].map((t) => {
    const place = [0, 1].map(
      (k) =>
        (1 - t) ** 2 * elementAt(start, k) +
        2 * t * (1 - t) * elementAt(bend, k) +
        t ** 2 * elementAt(end, k),
    );
    const run = [0, 1].map(
      (k) =>
        2 * (1 - t) * (elementAt(bend, k) - elementAt(start, k)) +
        2 * t * (elementAt(end, k) - elementAt(bend, k)),
    );
    const length = Math.hypot(...run);
    const along: Point = [elementAt(run, 0) / length, elementAt(run, 1) / length];
    return mark([elementAt(place, 0), elementAt(place, 1)], along, [along[1], -along[0]]);
  });
  return line(`M${start.join(' ')}Q${bend.join(' ')} ${end.join(' ')}`, colour, 4) + marks.join('');
}

/** Hours of daylight and bikes at the school, one point a day; the drawing and the words have the same. */
const days: Point[] = [
  [8.5, 10],
  [9, 15],
  [9.5, 13],
  [10.5, 27],
  [11, 25],
  [11.5, 37],
  [12.5, 40],
  [13, 53],
  [14, 57],
  [14.5, 70],
  [15, 17],
];
const dayPlace = ([hours, bikes]: Point): Point => [
  Math.round(60 + 55 * (hours - 8)),
  290 - 3 * bikes,
];
export const dayPoints = days.map(dayPlace);
export const scatterWords = `A scatter plot of bikes at the school against hours of daylight. Each point is one day, hours and bikes: ${days.map(([hours, bikes]) => `${hours} and ${bikes}`).join('; ')}.`;

export const files = {
  valley: drawing(
    'valley',
    600,
    400,
    line('M60 60C150 120 180 160 240 170S330 250 380 270S500 320 560 350', '#1d6a78', 7) +
      line('M330 60C320 110 300 140 262 178', '#1d6a78', 4) +
      `<path d="M560 350l30-26v52z" fill="#1d6a78"/><path d="M20 80l40-60 40 60zM90 90l30-50 30 50z" fill="#a67c52"/>` +
      `<circle cx="62" cy="62" r="12" fill="#fffefa" stroke="#20292d" stroke-width="2"/><circle cx="254" cy="174" r="12" fill="#fffefa" stroke="#20292d" stroke-width="2"/><circle cx="556" cy="348" r="12" fill="#fffefa" stroke="#20292d" stroke-width="2"/><circle cx="330" cy="64" r="12" fill="#fffefa" stroke="#20292d" stroke-width="2"/>` +
      text(62, 67, '1') +
      text(254, 179, '2') +
      text(556, 353, '3') +
      text(330, 69, '4') +
      text(470, 60, 'N ↑'),
  ),
  contours: drawing(
    'contours',
    600,
    400,
    [
      [300, 220, 140, 100],
      [262, 172, 105, 120],
      [226, 126, 70, 140],
      [190, 80, 36, 160],
    ]
      .map(
        ([cx, rx, ry, height]) =>
          `<ellipse cx="${cx}" cy="200" rx="${rx}" ry="${ry}" fill="none" stroke="#a67c52" stroke-width="2"/>${text(Math.round(present(cx, 'cx') + 0.72 * present(rx, 'rx')) + 12, Math.round(200 + 0.72 * present(ry, 'ry')) + 12, String(height))}`,
      )
      .join('') +
      text(172, 205, '▲ 172 m') +
      text(560, 380, 'N ↑') +
      text(60, 206, 'A', 'font-weight="700"') +
      text(545, 206, 'B', 'font-weight="700"') +
      text(300, 48, 'C', 'font-weight="700"'),
  ),
  line: drawing(
    'number-line',
    600,
    130,
    line('M20 70H580') +
      ticks +
      `<circle cx="169" cy="70" r="8" fill="#5b3f2a"/>` +
      text(169, 44, 'P') +
      `<circle cx="427" cy="70" r="8" fill="#5b3f2a"/>` +
      text(427, 44, 'Q'),
  ),
  rain: drawing(
    'rain',
    560,
    310,
    line('M60 20V262H540') +
      [0, 5, 10, 15, 20].map((mm) => text(40, 267 - 10 * mm, String(mm))).join('') +
      bars +
      text(300, 305, 'Rain in Brindlemere, in mm'),
  ),
  cycle: drawing(
    'rock-cycle',
    600,
    400,
    [
      [120, 90, 'Igneous rock'],
      [480, 90, 'Sediment'],
      [480, 310, 'Sedimentary rock'],
      [120, 310, 'Metamorphic rock'],
    ]
      .map(
        ([x, y, label]) =>
          `<rect x="${Number(x) - 90}" y="${Number(y) - 32}" width="180" height="64" rx="6" fill="#f3ece0" stroke="#5b3f2a" stroke-width="2"/>${text(Number(x), Number(y) + 5, String(label))}`,
      )
      .join('') +
      line('M214 90H380', '#20292d', 2, 'marker-end="url(#a)"') +
      line('M480 126V272', '#20292d', 2, 'marker-end="url(#a)"') +
      line('M386 310H218', '#20292d', 2, 'marker-end="url(#a)"') +
      line('M120 274V128', '#20292d', 2, 'marker-end="url(#a)"') +
      text(298, 78, 'W') +
      text(500, 205, 'X') +
      text(300, 298, 'Y') +
      text(98, 205, 'Z') +
      '<defs><marker id="a" markerWidth="10" markerHeight="10" refX="8" refY="4" orient="auto"><path d="M0 0l9 4-9 4z"/></marker></defs>',
  ),
  layers: drawing(
    'layers',
    600,
    360,
    [
      ['#e5d6b8', 'sandy layer D'],
      ['#c9b48e', 'clay with shells C'],
      ['#a68c66', 'pebbles B'],
      ['#7d6a52', 'dark mud A'],
    ]
      .map(
        ([fill, bar], index) =>
          `<rect x="40" y="${40 + 70 * index}" width="520" height="70" fill="${fill}" stroke="#20292d"/>${text(300, 80 + 70 * index, String(bar))}`,
      )
      .join('') +
      line('M430 320L500 40', '#20292d', 14) +
      text(540, 200, 'E'),
  ),
  grid: drawing(
    'town-grid',
    520,
    420,
    Array.from(
      { length: 6 },
      (_, index) =>
        line(`M${60 + 80 * index} 40V380`, '#ddd5c5', 1) +
        (index < 5 ? text(100 + 80 * index, 400, 'ABCDE'.charAt(index)) : ''),
    ).join('') +
      Array.from(
        { length: 5 },
        (_, index) =>
          line(`M60 ${40 + 85 * index}H460`, '#ddd5c5', 1) +
          (index < 4 ? text(44, 88 + 85 * index, String(4 - index)) : ''),
      ).join('') +
      '<rect x="80" y="60" width="40" height="40" fill="#a67c52"/><circle cx="260" cy="172" r="20" fill="#1d6a78"/><path d="M400 330l24-40 24 40z" fill="#5b3f2a"/><rect x="165" y="292" width="50" height="30" fill="#c08a2e"/>' +
      text(100, 120, 'mill') +
      text(260, 208, 'well') +
      text(424, 346, 'tower') +
      text(190, 340, 'market'),
  ),
  box: drawing(
    'box',
    420,
    300,
    line('M60 250V110H270V250zM60 110L130 50H340L270 110M340 50V190L270 250') +
      text(165, 274, '6 cm') +
      text(40, 185, '4 cm') +
      text(318, 232, '3 cm'),
  ),
  triangle: drawing(
    'right-triangle',
    420,
    280,
    line('M60 230H340V60z') +
      line('M322 230V212H340') +
      text(200, 256, '8 m') +
      text(366, 150, '6 m') +
      text(180, 130, '?'),
  ),
  scatter: drawing(
    'scatter',
    520,
    340,
    line('M60 20V290H500') +
      dayPoints.map(([x, y]) => `<circle cx="${x}" cy="${y}" r="6" fill="#1d6a78"/>`).join('') +
      text(280, 325, 'hours of daylight') +
      text(150, 20, 'bikes at the school'),
  ),
  fronts: drawing(
    'weather-map',
    600,
    380,
    front(
      [
        [296, 150],
        [262, 250],
        [140, 318],
      ],
      '#1d6a78',
      triangle,
    ) +
      front(
        [
          [316, 150],
          [430, 158],
          [552, 214],
        ],
        '#a3452f',
        halfCircle,
      ) +
      text(304, 142, 'L', 'font-size="34" font-weight="700"') +
      text(110, 90, 'H', 'font-size="34" font-weight="700"') +
      text(560, 360, 'N ↑'),
  ),
  bell: tone('bell', [
    { hertz: 660, seconds: 0.5, pause: 0.4 },
    { hertz: 660, seconds: 0.5, pause: 0.4 },
    { hertz: 660, seconds: 0.5, pause: 0.1 },
  ]),
  horn: tone('fog-horn', [
    { hertz: 175, seconds: 1.2, pause: 0.8 },
    { hertz: 175, seconds: 0.3, pause: 0.3 },
    { hertz: 175, seconds: 0.3, pause: 0.1 },
  ]),
};
export type FileName = keyof typeof files;

export const addressOf = (name: FileName) => `/api/files/${files[name].id}`;

export const pictureOf = (name: FileName, alternative: string) => {
  const { width, height } = files[name];
  return {
    file: addressOf(name),
    alternative,
    width: present(width, 'width'),
    height: present(height, 'height'),
  };
};

/** A picture in a wording. */
export const shownPicture = (name: FileName, alternative: string, width = 420) => {
  const file = files[name];
  return `<p><img src="${addressOf(name)}" alt="${alternative}" width="${width}" height="${Math.round((width * present(file.height, 'height')) / present(file.width, 'width'))}"></p>`;
};

export const heard = (name: FileName, title: string) =>
  `<audio src="${addressOf(name)}" title="${title}" controls=""></audio>`;
