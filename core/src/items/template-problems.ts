/** What is wrong with an item's template, each fault at its place. */
import { randomFrom } from '../random';
import {
  compileTemplate,
  placesIn,
  problemInWords,
  readFormula,
  template as templateShape,
  type Compiled,
  type Template,
} from '../templates';
import type { ItemContent, ItemProblem } from './item';
import { part, type Part } from './kinds';
import { sentence } from './sentences';
import { textsOfItem } from './texts';
import { variantOf } from './variants';

/** Characters and places of an item that draws values: they are filled in for every student. */
const longest = 30_000;
const mostPlaces = 100;

/** Every text of an item that has places, rich or not, with its pointer. */
function placedTexts(node: unknown, pointer = ''): { pointer: string; text: string }[] {
  if (typeof node === 'string') return node.includes('[[') ? [{ pointer, text: node }] : [];
  if (typeof node !== 'object' || node === null) return [];
  return Object.entries(node).flatMap(([name, child]) =>
    pointer === '' && name === 'template' ? [] : placedTexts(child, `${pointer}/${name}`),
  );
}

/** Places in keys of an item that has nothing to put there. In a wording they are only brackets. */
export function placesWithout(content: ItemContent): ItemProblem[] {
  if (placedTexts(content.parts, '/parts').length === 0) return [];
  // A part without shape is said to be so, and cannot be looked into.
  if (!content.parts.every((candidate) => part.safeParse(candidate).success)) return [];
  const rich = new Set(textsOfItem(content).map(({ at }) => at));
  return placedTexts(content.parts, '/parts')
    .filter(({ pointer, text }) => !rich.has(pointer) && placesIn(text).length > 0)
    .map(({ pointer, text }) => ({ pointer, message: sentence('placeWithoutTemplate', { text }) }));
}

function unreadablePlaces(content: ItemContent, { drawn }: Compiled): ItemProblem[] {
  const names = new Set(drawn.map(({ name }) => name));
  return placedTexts(content).flatMap(({ pointer, text }) =>
    placesIn(text).flatMap((place) => {
      const read = readFormula(place);
      if (!read.ok) return [{ pointer, message: problemInWords({ ...read.problem, place }) }];
      const unknown = [...read.formula.names].find((name) => !names.has(name));
      if (unknown === undefined) return [];
      return [
        { pointer, message: problemInWords({ fault: 'unknown-name', about: unknown, place }) },
      ];
    }),
  );
}

/** What keeps a part with its values from being asked. @param index of the part in its item */
export function problemsOfPart(made: Part, index: number): ItemProblem[] {
  const read = part.safeParse(made);
  if (read.success) return [];
  return read.error.issues.map(({ path, message }) => ({
    pointer: [`/parts/${index}`, ...path.map(String)].join('/'),
    message,
  }));
}

/** @returns null where no variant can be made */
function problemsOfVariant(content: ItemContent, seed: string): ItemProblem[] | null {
  const example = variantOf(content, randomFrom(seed));
  if (!example) return null;
  return example.content.parts.flatMap((made, index) =>
    problemsOfPart(made, index).map(({ pointer, message }) => ({
      pointer,
      message: sentence('inVariant', { message }),
    })),
  );
}

/**
 * Whether variants can be made, and are items that can be asked. A single one that is not is a fault for
 * `checkTemplate`, which looks at all of them.
 */
function brokenVariants(content: ItemContent): ItemProblem[] {
  let first: ItemProblem[] | null = null;
  for (const seed of ['example', '1', '2', '3']) {
    const problems = problemsOfVariant(content, seed);
    if (problems === null) return [{ pointer: '/template', message: sentence('noVariant') }];
    if (problems.length === 0) return [];
    first ??= problems;
  }
  return first ?? [];
}

const hasShape = (content: ItemContent, template: Template) =>
  templateShape.safeParse(template).success &&
  content.parts.every((candidate) => part.safeParse(candidate).success);
const placesOf = (content: ItemContent) =>
  placedTexts(content).reduce((sum, { text }) => sum + placesIn(text).length, 0);

/** What keeps an item with a template from being stored; what makes it unfair is looked for by `checkTemplate`. */
export function templateProblems(content: ItemContent, template: Template): ItemProblem[] {
  // What has no shape is said by the schema, and a part without one cannot be looked into.
  if (!hasShape(content, template)) return [];
  if (JSON.stringify(content).length > longest || placesOf(content) > mostPlaces)
    return [
      { pointer: '/template', message: sentence('tooLongToDraw', { longest, places: mostPlaces }) },
    ];
  const read = compileTemplate(template);
  if (!read.ok)
    return read.problems.map(({ pointer, fault, about }) => ({
      pointer: `/template${pointer}`,
      message: problemInWords({ fault, about, place: '' }),
    }));
  const unreadable = unreadablePlaces(content, read.compiled);
  return unreadable.length > 0 ? unreadable : brokenVariants(content);
}
