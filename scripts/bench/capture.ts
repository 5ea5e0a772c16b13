/**
 * Strips that a class holds up, read in pictures of known truth (`core/test/support/scenes.ts`): how many
 * codes are read within three frames, how many wrongly, what is found where nothing is, and how long a
 * frame takes. The floor of a frame is one look at each of its pixels.
 */
import { readStrips } from '@oaken/core/capture';
import { marked, sceneOf, usualRoom } from '../../core/test/support/scenes';
import { percentile, report } from './figure';

/** Fewer for a quick look: OAKEN_SCENES=20 npm run bench -- capture. */
const scenes = Number(process.env.OAKEN_SCENES ?? 223);
const frames = 3;
const rooms = Math.ceil((1_000 / 223) * scenes);
const framesASecond = 10;

let [held, within, sightings, first, wrong] = [0, 0, 0, 0, 0];
const times: number[] = [];
const floor: number[] = [];
for (let n = 0; n < scenes; n++) {
  const all = Array.from({ length: frames }, (_, frame) => sceneOf(`bench ${n}`, {}, frame));
  const read = all.map(({ picture }) => {
    const from = performance.now();
    const codes = readStrips(picture);
    times.push(performance.now() - from);
    return codes;
  });
  const { data } = all[0]!.picture;
  const from = performance.now();
  let sum = 0;
  for (let pixel = 0; pixel < data.length; pixel++) sum += data[pixel]!;
  floor.push(sum > 0 ? performance.now() - from : 0);
  held += all[0]!.held.length;
  within += marked(all[0]!, read.flat()).right;
  all.forEach((scene, frame) => {
    const each = marked(scene, read[frame]!);
    sightings += scene.held.length;
    first += each.right;
    wrong += each.wrong.length;
  });
}
let phantoms = 0;
for (let n = 0; n < rooms; n++)
  phantoms += readStrips(
    sceneOf(`room ${n}`, { codes: 0, width: 640, height: 360 }).picture,
  ).length;

report({
  name: `capture: codes read within three frames, of ${held} from ${usualRoom.smallest} pixels`,
  value: (100 * within) / held,
  unit: '%',
  holds: within / held >= 0.99,
});
report({
  name: `capture: codes read in a single frame, of ${sightings}`,
  value: (100 * first) / sightings,
  unit: '%',
});
report({
  name: `capture: read wrongly, of ${sightings}`,
  value: wrong,
  unit: 'codes',
  holds: wrong === 0,
});
report({
  name: `capture: found in ${rooms} pictures of clutter`,
  value: phantoms,
  unit: 'codes',
  holds: phantoms === 0,
});
const p95 = percentile(times, 0.95);
report({
  name: `capture: a frame of 1280x720 with ${usualRoom.codes} codes, p95`,
  value: p95,
  median: percentile(times, 0.5),
  unit: 'ms',
  floor: percentile(floor, 0.5),
  ratio: p95 / (1_000 / framesASecond),
  holds: p95 <= 1_000 / framesASecond,
});
