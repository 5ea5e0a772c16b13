/** A template: variables that are drawn or worked out, and conditions that a draw must meet. */
import { z } from 'zod';
import Fraction from 'fraction.js';
import { fileAddressPattern } from '../markup/rules';
import { longestFormula, readFormula, type Formula, type FormulaProblem } from './formula';
import { functions } from './functions';
import { exact, type Value } from './numbers';
import { sentence } from './sentences';

const name = z.string().regex(/^[A-Za-z][A-Za-z0-9_]{0,19}$/, sentence('shapes.name'));
/** As it is typed, so that 0.1 is a tenth. */
const decimal = z.string().regex(/^[-−]?\d{1,9}(\.\d{1,6})?$/, sentence('shapes.decimal'));
const formula = z
  .string()
  .min(1, sentence('shapes.noFormula'))
  .max(longestFormula, sentence('shapes.longFormula', { longest: longestFormula }));

const word = z
  .string()
  .trim()
  .min(1, sentence('shapes.noWord'))
  .max(200, sentence('shapes.longValue'));

const numerator = z
  .int()
  .min(-999, sentence('shapes.numerator'))
  .max(999, sentence('shapes.numerator'));

export const variable = z.discriminatedUnion('kind', [
  /** Numbers from one to another, both included, a step apart. */
  z.strictObject({ kind: z.literal('range'), name, from: decimal, to: decimal, step: decimal }),
  /** Fractions of a range of numerators over some denominators. */
  z.strictObject({
    kind: z.literal('fraction'),
    name,
    from: numerator,
    to: numerator,
    denominators: z
      .array(z.int().min(1).max(999, sentence('shapes.numerator')))
      .min(1, sentence('shapes.noValues'))
      .max(60, sentence('shapes.manyValues', { most: 60 })),
    /** Only those in lowest terms that are no whole numbers. */
    lowest: z.boolean(),
  }),
  /** One of a list: numbers where all of them are, or else words. */
  z.strictObject({
    kind: z.literal('pick'),
    name,
    values: z
      .array(word)
      .min(1, sentence('shapes.noValues'))
      .max(200, sentence('shapes.manyValues', { most: 200 })),
  }),
  /** One of some pictures; formulas and keys know it by its word. */
  z.strictObject({
    kind: z.literal('picture'),
    name,
    pictures: z
      .array(
        z.strictObject({
          word,
          src: z.string().regex(fileAddressPattern, sentence('shapes.noPicture')),
          /** What it shows, for those who cannot see it. */
          alt: word,
          width: z.int().min(1).max(4000).optional(),
          height: z.int().min(1).max(4000).optional(),
        }),
      )
      .min(1, sentence('shapes.noValues'))
      .max(40, sentence('shapes.manyValues', { most: 40 })),
  }),
  /** Worked out from those that stand before it. */
  z.strictObject({ kind: z.literal('formula'), name, formula }),
]);
export type Variable = z.infer<typeof variable>;

/** What an author may take as it is: choices of one value, and what a student of the grade finds hard. */
export const acceptableFaults = ['same-value', 'harder', 'beyond-grade', 'given-away'] as const;

export const template = z.strictObject({
  variables: z.array(variable).min(1).max(20, sentence('shapes.manyVariables')),
  conditions: z.array(formula).max(10, sentence('shapes.manyConditions')),
  /** Faults of its variants that its author has looked at, and takes as they are. */
  accepted: z.array(z.enum(acceptableFaults)).optional(),
});
export type Template = z.infer<typeof template>;

export type TemplateFault =
  | FormulaProblem['fault']
  | 'name-twice'
  | 'name-taken'
  | 'not-before'
  | 'no-values'
  | 'too-many-values'
  | 'step-not-positive';

export interface TemplateProblem {
  /** JSON pointer into the template. */
  pointer: string;
  fault: TemplateFault;
  /** What it is about, such as a name. */
  about: string;
}

/** A variable as it is drawn: one of its values, or worked out. */
export type Drawn = { name: string; values: readonly Value[] } | { name: string; formula: Formula };

export interface Compiled {
  drawn: readonly Drawn[];
  conditions: readonly Formula[];
  /** How many operations a draw takes. */
  operations: number;
}
export type ReadTemplate =
  { ok: true; compiled: Compiled } | { ok: false; problems: TemplateProblem[] };

/** A draw takes at most so many operations. */
const mostOperations = 400;
/** A variable has at most so many values. */
const mostValues = 2000;
/** Words of the formulas' own language. */
const taken = new Set([
  ...Object.keys(functions),
  'if',
  'pi',
  'mod',
  'and',
  'or',
  'not',
  'true',
  'false',
]);

class Refused extends Error {
  constructor(
    readonly fault: TemplateFault,
    readonly about = '',
  ) {
    super(fault);
  }
}

/** As people write it, with either sign of minus. */
const fractionOf = (text: string) => new Fraction(text.replace('−', '-'));

function rangeOf({ from, to, step }: Extract<Variable, { kind: 'range' }>): Value[] {
  const [first, last, by] = [from, to, step].map(fractionOf) as [Fraction, Fraction, Fraction];
  if (by.lte(0)) throw new Refused('step-not-positive', step);
  const count = last.sub(first).div(by).floor().add(1).valueOf();
  if (count > mostValues) throw new Refused('too-many-values', String(count));
  return Array.from({ length: Math.max(0, count) }, (_, index) => exact(first.add(by.mul(index))));
}

function fractionsOf({
  from,
  to,
  denominators,
  lowest,
}: Extract<Variable, { kind: 'fraction' }>): Value[] {
  const count = Math.max(0, to - from + 1) * denominators.length;
  if (count > mostValues) throw new Refused('too-many-values', String(count));
  const seen = new Set<string>();
  return denominators.flatMap((bottom) =>
    Array.from({ length: Math.max(0, to - from + 1) }, (_, index) => from + index).flatMap(
      (top) => {
        const fraction = new Fraction(top, bottom);
        const text = fraction.toFraction();
        const isLowest = fraction.d === BigInt(bottom) && bottom > 1;
        if (seen.has(text) || (lowest && !isLowest)) return [];
        seen.add(text);
        return [exact(fraction)];
      },
    ),
  );
}

const isNumber = (text: string) => /^[-−]?\d{1,9}(\.\d{1,6}|\/[1-9]\d{0,8})?$/.test(text);
const picksOf = ({ values }: Extract<Variable, { kind: 'pick' }>): Value[] =>
  values.every(isNumber)
    ? values.map((text) => exact(fractionOf(text)))
    : values.map((text) => ({ text }));

const attribute = (text: string | number) =>
  String(text).replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;');
const picturesOf = ({ pictures }: Extract<Variable, { kind: 'picture' }>): Value[] =>
  pictures.map(({ word: text, ...attributes }) => ({
    text,
    picture: `<img ${Object.entries(attributes)
      .map(([key, value]) => `${key}="${attribute(value)}"`)
      .join(' ')}>`,
  }));

function formulaOf(text: string, known: ReadonlySet<string>): Formula {
  const read = readFormula(text);
  if (!read.ok) throw new Refused(read.problem.fault, read.problem.about);
  for (const used of read.formula.names)
    if (!known.has(used)) throw new Refused('not-before', used);
  return read.formula;
}

function drawnOf(variable: Variable, known: ReadonlySet<string>): Drawn {
  const { name } = variable;
  if (known.has(name)) throw new Refused('name-twice', name);
  if (taken.has(name)) throw new Refused('name-taken', name);
  if (variable.kind === 'formula') return { name, formula: formulaOf(variable.formula, known) };
  const values = {
    range: () => rangeOf(variable as never),
    fraction: () => fractionsOf(variable as never),
    pick: () => picksOf(variable as never),
    picture: () => picturesOf(variable as never),
  }[variable.kind]();
  if (values.length === 0) throw new Refused('no-values', name);
  return { name, values };
}

/** Reads a template, with each fault at its place. */
export function compileTemplate(given: Template): ReadTemplate {
  const shaped = template.safeParse(given);
  if (!shaped.success)
    return { ok: false, problems: [{ pointer: '', fault: 'unreadable', about: '' }] };
  const { variables, conditions } = shaped.data;
  const problems: TemplateProblem[] = [];
  const attempt = <Part>(pointer: string, make: () => Part): Part[] => {
    try {
      return [make()];
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problems.push({ pointer, fault: error.fault, about: error.about });
      return [];
    }
  };
  const known = new Set<string>();
  const drawn = variables.flatMap((variable, index) => {
    const made = attempt(`/variables/${index}`, () => drawnOf(variable, known));
    // What is wrong in itself is not wrong once more wherever it is used.
    known.add(variable.name);
    return made;
  });
  const formulas = conditions.flatMap((text, index) =>
    attempt(`/conditions/${index}`, () => formulaOf(text, known)),
  );
  const worked = drawn.flatMap((part) => ('formula' in part ? [part.formula] : []));
  const operations = [...worked, ...formulas].reduce((sum, { steps }) => sum + steps, 0);
  if (operations > mostOperations)
    problems.push({ pointer: '/variables', fault: 'too-long', about: '' });
  return problems.length > 0
    ? { ok: false, problems }
    : { ok: true, compiled: { drawn, conditions: formulas, operations } };
}
