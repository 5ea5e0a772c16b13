/**
 * Results on their way to a page: a grade gives few different answers to a question, so each of them
 * is written once, and students have its number.
 */
import { elementAt } from '@oaken/core/certain';
import { z } from 'zod';
import { cell, resultsAnswer, studentResult, type ResultsAnswer, type StudentCell } from './answer';

export const packedResults = resultsAnswer.extend({
  /** For each item the cells that students have there, each once. */
  itemCells: z.array(z.array(cell)),
  students: z.array(
    studentResult.extend({
      /** Places in `itemCells` of the item, in the order of the items; null where the student did not have it. */
      cells: z.array(z.number().nullable()),
    }),
  ),
});
export type PackedResults = z.infer<typeof packedResults>;

/** Cells that are the same object are written once; equal ones need not be. */
export function packResults(results: ResultsAnswer): PackedResults {
  const places = results.items.map(() => new Map<StudentCell, number>());
  const placeOf = (item: number, student: StudentCell): number => {
    const known = elementAt(places, item);
    const place = known.get(student) ?? known.size;
    known.set(student, place);
    return place;
  };
  const students = results.students.map((student) => ({
    ...student,
    cells: student.cells.map((held, item) => (held === null ? null : placeOf(item, held))),
  }));
  return { ...results, students, itemCells: places.map((known) => [...known.keys()]) };
}

/** @returns the results with each student's cells in full; equal cells are the same object */
export function unpackResults({ itemCells, ...packed }: PackedResults): ResultsAnswer {
  return {
    ...packed,
    students: packed.students.map((student) => ({
      ...student,
      cells: student.cells.map((place, item) =>
        place === null ? null : elementAt(elementAt(itemCells, item), place),
      ),
    })),
  };
}
