/** What one student needs in every assignment. It is staff's knowledge: students and their neighbours never read it. */
import { z } from 'zod';
import { sentence } from './sentences';

export const timeFactors = [1, 1.25, 1.5, 2] as const;
export const textSizes = [1, 1.25, 1.5, 2] as const;

export const accommodations = z.strictObject({
  /** How much longer a time limit is; null: none at all. */
  time: z.literal(timeFactors).nullable(),
  /** The question can be read aloud. */
  aloud: z.boolean(),
  /** Text is so much larger from the start. */
  textSize: z.literal(textSizes),
  /** The form of this name wherever a test has one; null: as for everybody. */
  form: z.string().trim().min(1).max(20).nullable(),
  /** At most so many choices in every question; null: all of them. */
  mostChoices: z.literal([2, 3]).nullable(),
  /** The window stays open so many days longer. */
  extraDays: z.int(sentence('daysAreWholeNumbers')).min(0).max(30, sentence('windowCanStayOpenAt')),
});
export type Accommodations = z.infer<typeof accommodations>;

export const noAccommodations: Accommodations = {
  time: 1,
  aloud: false,
  textSize: 1,
  form: null,
  mostChoices: null,
  extraDays: 0,
};

function timeInWords(factor: Accommodations['time']): string {
  if (factor === null) return sentence('noTimeLimit');
  return factor === 1 ? '' : sentence('time', { factor });
}

/** Each support in words, the short way that a roster has room for. */
export function accommodationsInWords(needs: Accommodations): string[] {
  return [
    timeInWords(needs.time),
    needs.aloud ? sentence('readAloud') : '',
    needs.textSize === 1 ? '' : sentence('largerText'),
    needs.form === null ? '' : sentence('form', { form: needs.form }),
    needs.mostChoices === null ? '' : sentence('choices', { mostChoices: needs.mostChoices }),
    needs.extraDays === 0 ? '' : sentence('daysLonger', { n: needs.extraDays }),
  ].filter(Boolean);
}

/** For how many students each support acts, the commonest first. */
export function countAccommodations(
  all: readonly Accommodations[],
): { words: string; students: number }[] {
  const counted = new Map<string, number>();
  for (const accommodation of all)
    for (const words of accommodationsInWords(accommodation))
      counted.set(words, (counted.get(words) ?? 0) + 1);
  return [...counted]
    .map(([words, students]) => ({ words, students }))
    .sort((a, b) => b.students - a.students || (a.words < b.words ? -1 : 1));
}
