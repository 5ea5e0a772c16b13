/**
 * Looks at all variants of an item, or at 10,000 of them, for whatever would be unfair to the student who gets one.
 */
import { withValues, type ItemContent } from '../items';
import { randomFrom } from '../random';
import { elementAt } from '../certain';
import {
  compileTemplate,
  isNum,
  survey,
  valueInWords,
  variantInWords,
  type Compiled,
  type Survey,
  type Template,
  type Values,
} from '../templates';
import { brokenFault, Faults, isAcceptable, type TemplateFaultSeen } from './faults';
import { beyondGrade } from './grade-numbers';
import { partFaults } from './part-faults';
import { placesOf, stepsTaken, type Place } from './steps';
import { sentence } from './sentences';

export interface TemplateReport {
  /** Draws that were looked at; all of them, or as many as are looked at. */
  draws: number;
  all: boolean;
  /** Those that meet the conditions. */
  variants: number;
  faults: TemplateFaultSeen[];
}

/** What is kept of it with an item. */
export interface VariantReport {
  /** Those that its author has not accepted, or cannot. */
  faults: { words: string; variant: string }[];
}

/** Fewer variants than this and neighbors have the same. */
export const fewestVariants = 10;
/** An answer that stands in the question in fewer variants than this does so by chance. */
const givenAwayShare = 0.5;
/** Fewer draws than this that meet the conditions, and finding one takes too long. */
const leastShare = 0.02;

/** What is looked at in every variant. */
interface Looking {
  content: ItemContent;
  template: Template;
  compiled: Compiled;
  places: Place[];
  grade: number | null;
  faults: Faults;
}

/** A number that a student of the grade has not met, in what is shown. */
function strangeNumber({ places, grade, faults }: Looking, values: Values, variant: string): void {
  if (grade === null) return;
  for (const { formula, pointer } of places) {
    const outcome = formula.evaluate(values);
    if (!outcome.ok || !isNum(outcome.value)) continue;
    const beyond = beyondGrade(outcome.value, grade);
    if (!beyond) continue;
    const text = valueInWords(outcome.value);
    const words = sentence('beyond-grade', {
      text,
      grade,
      words: sentence(`beyond.${beyond}`),
    });
    faults.add({ kind: 'beyond-grade', pointer, words }, variant);
    return;
  }
}

/** A key that is only near what is right, where nothing but what is right counts. */
function roughKey({ content, places, faults }: Looking, values: Values, variant: string): void {
  for (const { pointer, formula, hasFormat } of places) {
    const index = /^\/parts\/(\d+)\/key\/value$/.exec(pointer)?.[1];
    if (index === undefined || hasFormat) continue;
    const key = elementAt(content.parts, Number(index)) as { key?: { tolerance?: { by: string } } };
    if (key.key?.tolerance?.by !== 'exact') continue;
    const outcome = formula.evaluate(values);
    if (outcome.ok && 'near' in outcome.value)
      faults.add({ kind: 'key-not-exact', pointer, words: sentence('key-not-exact') }, variant);
  }
}

/** @returns the steps that the variant takes on paper */
function look(looking: Looking, values: Values): number {
  const { content, template, faults } = looking;
  const variant = variantInWords(template, values);
  const filling = withValues(content, values);
  if (!filling.ok) {
    const { pointer, problem } = filling;
    faults.add(brokenFault(pointer, problem.place || pointer, problem), variant);
    return 0;
  }
  const { stem, parts } = filling.content;
  parts.forEach((part, index) => {
    for (const fault of partFaults(part, stem, index)) faults.add(fault, variant);
  });
  roughKey(looking, values, variant);
  strangeNumber(looking, values, variant);
  return stepsTaken(looking.compiled, looking.places, values);
}

/** More work than twice that of half of the others, and four steps. Common practice, no source. */
function harderOnes({ faults, template }: Looking, surveyed: Survey, steps: number[]): void {
  const usual = elementAt(
    [...steps].sort((a, b) => a - b),
    Math.floor((steps.length - 1) / 2),
  );
  surveyed.variants.forEach((values, index) => {
    const taken = elementAt(steps, index);
    if (taken <= 2 * usual + 4) return;
    const words = sentence('harder', { steps: taken, usual });
    faults.add({ kind: 'harder', pointer: '/template', words }, variantInWords(template, values));
  });
}

function tooFew({ faults }: Looking, { variants, draws, all }: Survey): void {
  const n = variants.length;
  const whole = { pointer: '/template' };
  if (n < fewestVariants && all)
    faults.add({ ...whole, kind: 'few-variants', words: sentence('few-variants', { n }) }, '');
  else if (n / draws < leastShare) {
    const share = `${Math.round((1000 * n) / draws) / 10}%`;
    faults.add({ ...whole, kind: 'few-meet', words: sentence('few-meet', { share }) }, '');
  }
}

/**
 * Checks the variants of an item.
 *
 * @param grade the highest that the item is for, 0 to 13; null where none is said
 * @returns null for an item without a template, or with one that cannot be read: then `itemContent` says why
 */
export function checkTemplate(content: ItemContent, grade: number | null): TemplateReport | null {
  const { template } = content;
  if (!template) return null;
  const read = compileTemplate(template);
  if (!read.ok) return null;
  const surveyed = survey(read.compiled, randomFrom('check'));
  const faults = new Faults();
  const looking = {
    content,
    template,
    compiled: read.compiled,
    places: placesOf(content),
    grade,
    faults,
  };
  tooFew(looking, surveyed);
  for (const { about, problem, values } of surveyed.broken)
    faults.add(brokenFault('/template', about, problem), variantInWords(template, values));
  const steps = surveyed.variants.map((values) => look(looking, values));
  if (steps.length > 0) harderOnes(looking, surveyed, steps);
  const { draws, all, variants } = surveyed;
  const byChance = ({ kind, count }: TemplateFaultSeen) =>
    kind === 'given-away' && count < givenAwayShare * variants.length;
  return {
    draws,
    all,
    variants: variants.length,
    faults: faults.list().filter((fault) => !byChance(fault)),
  };
}

/** The faults that nobody has accepted, or can. */
export const unfairIn = (
  { faults }: TemplateReport,
  { accepted = [] }: Pick<Template, 'accepted'>,
): TemplateFaultSeen[] =>
  faults.filter(({ kind }) => !isAcceptable(kind) || !accepted.includes(kind));
