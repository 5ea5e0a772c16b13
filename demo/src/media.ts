/** Pictures and sounds of the demonstration, all our own: drawings as SVG, tones computed sample by sample. */
import { createHash } from 'node:crypto';

export interface DemoFile {
  id: string;
  name: string;
  type: string;
  bytes: Buffer;
  width: number | null;
  height: number | null;
}

const idOf = (name: string) => createHash('sha256').update(`brindlemere/${name}`).digest('base64url').slice(0, 22);

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

const text = (x: number, y: number, own: string, more = '') => `<text x="${x}" y="${y}" text-anchor="middle" ${more}>${own}</text>`; // prettier-ignore
const line = (d: string, colour = '#20292d', width = 2, more = '') => `<path d="${d}" fill="none" stroke="${colour}" stroke-width="${width}" ${more}/>`; // prettier-ignore

const ticks = Array.from({ length: 13 }, (_, at) => {
  const x = 40 + 43 * at;
  return line(`M${x} 62v16`) + (at % 3 === 0 ? text(x, 102, String(at - 6).replace('-', '−')) : '');
}).join('');

const bars = [['Mon', 12], ['Tue', 5], ['Wed', 18], ['Thu', 9], ['Fri', 14]].map(([day, mm], at) => `<rect x="${78 + 88 * at}" y="${262 - 10 * Number(mm)}" width="52" height="${10 * Number(mm)}" fill="#1d6a78"/>${text(104 + 88 * at, 284, String(day))}`).join(''); // prettier-ignore

/** Pulses of a tone with an envelope, as 16-bit samples in a WAV file. */
function tone(name: string, pulses: { hertz: number; seconds: number; pause: number }[]): DemoFile {
  const rate = 11_025;
  const samples = pulses.flatMap(({ hertz, seconds, pause }) => {
    const n = Math.round(rate * seconds);
    const sound = Array.from({ length: n }, (_, at) => {
      const swell = Math.min(1, at / 400, (n - at) / 800);
      return Math.round(9000 * swell * (Math.sin((2 * Math.PI * hertz * at) / rate) + 0.3 * Math.sin((4 * Math.PI * hertz * at) / rate))); // prettier-ignore
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
  samples.forEach((own, at) => bytes.writeInt16LE(own, 44 + 2 * at));
  return { id: idOf(name), name: `${name}.wav`, type: 'audio/wav', bytes, width: null, height: null };
}

export const files = {
  valley: drawing('valley', 600, 400,
    line('M60 60C150 120 180 160 240 170S330 250 380 270S500 320 560 350', '#1d6a78', 7) + line('M330 60C320 110 300 140 262 178', '#1d6a78', 4) +
    `<path d="M560 350l30-26v52z" fill="#1d6a78"/><path d="M20 80l40-60 40 60zM90 90l30-50 30 50z" fill="#a67c52"/>` +
    `<circle cx="62" cy="62" r="12" fill="#fffefa" stroke="#20292d" stroke-width="2"/><circle cx="254" cy="174" r="12" fill="#fffefa" stroke="#20292d" stroke-width="2"/><circle cx="556" cy="348" r="12" fill="#fffefa" stroke="#20292d" stroke-width="2"/><circle cx="330" cy="64" r="12" fill="#fffefa" stroke="#20292d" stroke-width="2"/>` +
    text(62, 67, '1') + text(254, 179, '2') + text(556, 353, '3') + text(330, 69, '4') + text(470, 60, 'N ↑')),
  contours: drawing('contours', 600, 400,
    ['M80 200C90 60 500 40 520 190S110 360 80 200z', 'M130 200C150 90 430 80 460 190S170 320 130 200z', 'M170 198C190 120 360 110 390 180S210 290 170 198z', 'M200 196C215 145 300 140 320 180S230 260 200 196z'].map((d) => line(d, '#a67c52', 2)).join('') +
    text(500, 120, '100') + text(446, 136, '120') + text(372, 150, '140') + text(300, 168, '160') + text(250, 205, '▲ 172 m') + text(560, 380, 'N ↑') +
    text(105, 205, 'A', 'font-weight="700"') + text(492, 200, 'B', 'font-weight="700"') + text(300, 60, 'C', 'font-weight="700"')),
  line: drawing('number-line', 600, 130,
    line('M20 70H580') + ticks + `<circle cx="169" cy="70" r="8" fill="#5b3f2a"/>` + text(169, 44, 'P') + `<circle cx="427" cy="70" r="8" fill="#5b3f2a"/>` + text(427, 44, 'Q')),
  rain: drawing('rain', 560, 310, line('M60 20V262H540') + [0, 5, 10, 15, 20].map((mm) => text(40, 267 - 10 * mm, String(mm))).join('') + bars + text(300, 305, 'Rain in Brindlemere, in mm')), // prettier-ignore
  cycle: drawing('rock-cycle', 600, 400,
    [[120, 90, 'Igneous rock'], [480, 90, 'Sediment'], [480, 310, 'Sedimentary rock'], [120, 310, 'Metamorphic rock']].map(([x, y, own]) => `<rect x="${Number(x) - 90}" y="${Number(y) - 32}" width="180" height="64" rx="6" fill="#f3ece0" stroke="#5b3f2a" stroke-width="2"/>${text(Number(x), Number(y) + 5, String(own))}`).join('') +
    line('M214 90H380', '#20292d', 2, 'marker-end="url(#a)"') + line('M480 126V272', '#20292d', 2, 'marker-end="url(#a)"') + line('M386 310H218', '#20292d', 2, 'marker-end="url(#a)"') + line('M120 274V128', '#20292d', 2, 'marker-end="url(#a)"') +
    text(298, 78, 'W') + text(500, 205, 'X') + text(300, 298, 'Y') + text(98, 205, 'Z') +
    '<defs><marker id="a" markerWidth="10" markerHeight="10" refX="8" refY="4" orient="auto"><path d="M0 0l9 4-9 4z"/></marker></defs>'),
  layers: drawing('layers', 600, 360,
    [['#e5d6b8', 'sandy layer D'], ['#c9b48e', 'clay with shells C'], ['#a68c66', 'pebbles B'], ['#7d6a52', 'dark mud A']].map(([fill, own], at) => `<rect x="40" y="${40 + 70 * at}" width="520" height="70" fill="${fill}" stroke="#20292d"/>${text(300, 80 + 70 * at, String(own))}`).join('') +
    line('M430 320L500 40', '#20292d', 14) + text(540, 200, 'E')),
  grid: drawing('town-grid', 520, 420,
    Array.from({ length: 6 }, (_, at) => line(`M${60 + 80 * at} 40V380`, '#ddd5c5', 1) + (at < 5 ? text(100 + 80 * at, 400, 'ABCDE'[at]!) : '')).join('') +
    Array.from({ length: 5 }, (_, at) => line(`M60 ${40 + 85 * at}H460`, '#ddd5c5', 1) + (at < 4 ? text(44, 88 + 85 * at, String(4 - at)) : '')).join('') +
    '<rect x="80" y="60" width="40" height="40" fill="#a67c52"/><circle cx="260" cy="172" r="20" fill="#1d6a78"/><path d="M400 330l24-40 24 40z" fill="#5b3f2a"/><rect x="165" y="292" width="50" height="30" fill="#c08a2e"/>' +
    text(100, 120, 'mill') + text(260, 208, 'well') + text(424, 346, 'tower') + text(190, 340, 'market')),
  box: drawing('box', 420, 300,
    line('M60 250V110H270V250zM60 110L130 50H340L270 110M340 50V190L270 250') + text(165, 274, '6 cm') + text(40, 185, '4 cm') + text(318, 232, '3 cm')),
  triangle: drawing('right-triangle', 420, 280, line('M60 230H340V60z') + line('M322 230V212H340') + text(200, 256, '8 m') + text(366, 150, '6 m') + text(180, 130, '?')), // prettier-ignore
  scatter: drawing('scatter', 520, 340,
    line('M60 20V290H500') + [[90, 260], [120, 245], [150, 250], [190, 210], [220, 215], [260, 180], [300, 170], [330, 130], [380, 120], [420, 80], [450, 240]].map(([x, y]) => `<circle cx="${x}" cy="${y}" r="6" fill="#1d6a78"/>`).join('') + text(280, 325, 'hours of daylight') + text(150, 20, 'bikes at the school')),
  fronts: drawing('weather-map', 600, 380,
    line('M60 300C160 220 260 200 360 240', '#1d6a78', 4) + [100, 160, 220, 280, 330].map((x, at) => `<path d="M${x} ${268 - [0, 32, 52, 52, 40][at]!}l18 26 14-28z" fill="#1d6a78"/>`).join('') +
    line('M360 240C440 220 500 160 540 90', '#a3452f', 4) + [400, 460, 505].map((x, at) => `<circle cx="${x}" cy="${[222, 186, 140][at]}" r="12" fill="#a3452f"/>`).join('') + text(360, 214, 'L', 'font-size="34" font-weight="700"') + text(110, 90, 'H', 'font-size="34" font-weight="700"')),
  bell: tone('bell', [{ hertz: 660, seconds: 0.5, pause: 0.4 }, { hertz: 660, seconds: 0.5, pause: 0.4 }, { hertz: 660, seconds: 0.5, pause: 0.1 }]),
  horn: tone('fog-horn', [{ hertz: 175, seconds: 1.2, pause: 0.8 }, { hertz: 175, seconds: 0.3, pause: 0.3 }, { hertz: 175, seconds: 0.3, pause: 0.1 }]),
}; // prettier-ignore
export type FileName = keyof typeof files;

export const addressOf = (name: FileName) => `/api/files/${files[name].id}`;

export const pictureOf = (name: FileName, alternative: string) => {
  const { width, height } = files[name];
  return { file: addressOf(name), alternative, width: width!, height: height! };
};

/** A picture in a wording. */
export const shownPicture = (name: FileName, alternative: string, width = 420) => {
  const own = files[name];
  return `<p><img src="${addressOf(name)}" alt="${alternative}" width="${width}" height="${Math.round((width * own.height!) / own.width!)}"></p>`;
};

export const heard = (name: FileName, title: string) =>
  `<audio src="${addressOf(name)}" title="${title}" controls=""></audio>`;
