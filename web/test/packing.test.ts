/** Results on their way to a page: what arrives is what was sent, and equal cells travel once. */
import { packResults, unpackResults, type ResultsAnswer } from '@oaken/contract/results';
import fc from 'fast-check';

const cell = fc.record({
  share: fc.option(fc.double({ min: 0, max: 1, noNaN: true })),
  points: fc.double({ min: 0, max: 9, noNaN: true }),
  responseText: fc.string(),
  needsMarking: fc.boolean(),
});
/** A few different cells for each of some items, and students who have one of them, or not the item. */
const results = fc
  .array(fc.array(cell, { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 4 })
  .chain((kinds) =>
    fc
      .array(fc.tuple(...kinds.map((cells) => fc.option(fc.constantFrom(...cells)))), {
        maxLength: 12,
      })
      .map(
        (students) =>
          ({
            items: kinds.map((_, index) => ({ number: index + 1 })),
            students: students.map((cells, id) => ({ id, cells: [...cells] })),
          }) as unknown as ResultsAnswer,
      ),
  );
const sent = (answer: ResultsAnswer): ReturnType<typeof packResults> =>
  JSON.parse(JSON.stringify(packResults(answer)));

test('every student has the same cells as before, after they were written and read', () =>
  fc.assert(
    fc.property(results, (answer) => {
      expect(unpackResults(sent(answer))).toEqual(JSON.parse(JSON.stringify(answer)));
    }),
  ));

test('of each item every cell travels once, however many students have it', () =>
  fc.assert(
    fc.property(results, (answer) => {
      packResults(answer).itemCells.forEach((cells, item) => {
        const had = answer.students.flatMap((student) => student.cells[item] ?? []);
        expect(cells).toHaveLength(new Set(had).size);
      });
    }),
  ));
