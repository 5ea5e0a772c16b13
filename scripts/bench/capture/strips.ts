/**
 * Strips that a class holds up, read in pictures of known truth (`core/test/support/scenes.ts`): how many
 * codes are read within three frames, how many wrongly, what is found where nothing is, and how long a
 * frame takes. The floor of a frame is one look at each of its pixels.
 */
import { readStrips } from '@oaken/core/capture';
import { marked, sceneOf, usualRoom } from '../../../core/test/support/scenes';
import { percentile, report } from '../figure';

/** Fewer for a quick look: OAKEN_SCENES=20 npm run bench -- capture. */
const scenes = Number(process.env.OAKEN_SCENES ?? 223);
const frames = 3;
const rooms = Math.ceil((1_000 / 223) * scenes);

let [held, within, sightings, first, wrong] = [0, 0, 0, 0, 0];
function timed<Result>(into: number[], work: () => Result): Result {
  const from = performance.now();
  const result = work();
  into.push(performance.now() - from);
  return result;
}
function sumOf(shades: Uint8Array): number {
  let sum = 0;
  for (let pixel = 0; pixel < shades.length; pixel++) sum += shades[pixel]!;
  return sum;
}
const times: number[] = [];
const floor: number[] = [];
/** So many are drawn before they are read one after the other, as the frames of a camera come. */
const batch = 8;
for (let start = 0; start < scenes; start += batch) {
  const drawn = Array.from({ length: Math.min(batch, scenes - start) }, (_, n) =>
    Array.from({ length: frames }, (_moment, frame) => sceneOf(`bench ${start + n}`, {}, frame)),
  );
  for (const all of drawn) {
    const read = all.map(({ picture }) => timed(times, () => readStrips(picture)));
    timed(floor, () => sumOf(all[0]!.picture.data));
    held += all[0]!.held.length;
    within += marked(all[0]!, read.flat()).right;
    all.forEach((scene, frame) => {
      const each = marked(scene, read[frame]!);
      sightings += scene.held.length;
      first += each.right;
      wrong += each.wrong.length;
    });
  }
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
  name: `capture: a frame of 1280x720 with ${usualRoom.codes} codes in one thread, p95`,
  value: p95,
  median: percentile(times, 0.5),
  unit: 'ms',
  floor: percentile(floor, 0.5),
});
