/** What one student needs in every assignment. It is staff's knowledge: students and their neighbours never read it. */
import { z } from 'zod';

export const timeFactors = [1, 1.25, 1.5, 2] as const;
export const textSizes = [1, 1.25, 1.5, 2] as const;

export const supports = z.strictObject({
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
  extraDays: z
    .int('Days are whole numbers.')
    .min(0)
    .max(30, 'A window can stay open at most 30 days longer.'),
});
export type Supports = z.infer<typeof supports>;

export const noSupports: Supports = {
  time: 1,
  aloud: false,
  textSize: 1,
  form: null,
  mostChoices: null,
  extraDays: 0,
};

function timeInWords(factor: Supports['time']): string {
  if (factor === null) return 'no time limit';
  return factor === 1 ? '' : `time ×${factor}`;
}

/** Each support in words, the short way that a roll has room for. */
export function supportsInWords(own: Supports): string[] {
  return [
    timeInWords(own.time),
    own.aloud ? 'read aloud' : '',
    own.textSize === 1 ? '' : 'larger text',
    own.form === null ? '' : `form ${own.form}`,
    own.mostChoices === null ? '' : `${own.mostChoices} choices`,
    own.extraDays === 0 ? '' : `${own.extraDays} ${own.extraDays === 1 ? 'day' : 'days'} longer`,
  ].filter(Boolean);
}

/** For how many students each support acts, the commonest first. */
export function countSupports(all: readonly Supports[]): { words: string; students: number }[] {
  const counted = new Map<string, number>();
  for (const own of all)
    for (const words of supportsInWords(own)) counted.set(words, (counted.get(words) ?? 0) + 1);
  return [...counted]
    .map(([words, students]) => ({ words, students }))
    .sort((a, b) => b.students - a.students || (a.words < b.words ? -1 : 1));
}
