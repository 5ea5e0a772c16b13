/**
 * A diagram in a wording: a number line, a bar in equal parts, a rectangle or a right triangle with its measures. It is
 * kept as its fields in JSON, each as the author typed it, so that `[[…]]` can stand in any of them.
 */

/** The fields of each diagram, all of them text. */
export const diagramFields = {
  /**
   * `every`: every how many steps a number is written; empty for as many as there is room for. `points`: marked
   * numbers, parted by semicolons, each with its letter if wanted: `P = 3; Q = 4.5`.
   */
  'number-line': ['from', 'to', 'step', 'every', 'points'],
  /** `shaded`: how many of the parts, from the left. `whole` and `part`: what they are worth, or nothing. */
  bar: ['parts', 'shaded', 'whole', 'part'],
  rectangle: ['width', 'height'],
  /** `slant`: the longest side. */
  'right-triangle': ['base', 'height', 'slant'],
} as const;

export type DiagramShape = keyof typeof diagramFields;
export type DiagramField<Shape extends DiagramShape> = (typeof diagramFields)[Shape][number];
/** A diagram of one shape, or of any. */
export type DiagramOf<Shape extends DiagramShape> = { shape: Shape } & Record<
  DiagramField<Shape>,
  string
>;
export type Diagram = { [Shape in DiagramShape]: DiagramOf<Shape> }[DiagramShape];

const longestField = 200;
/** Longer than any that is written. */
const longestKept = 2_000;

const isShape = (shape: unknown): shape is DiagramShape =>
  typeof shape === 'string' && Object.hasOwn(diagramFields, shape);
const isField = (text: unknown): text is string =>
  typeof text === 'string' && text.length <= longestField;

function parsed(kept: string): Record<string, unknown> | null {
  try {
    const read: unknown = kept.length > longestKept ? null : JSON.parse(kept);
    return typeof read === 'object' && read !== null ? (read as Record<string, unknown>) : null;
  } catch {
    return null;
  }
}

/** The diagram that an attribute keeps; null where it keeps none. */
export function readDiagram(kept: string): Diagram | null {
  const read = parsed(kept);
  if (!read || !isShape(read.shape)) return null;
  const { shape } = read;
  const names: readonly string[] = diagramFields[shape];
  const isWhole = names.every((name) => isField(read[name]));
  if (!isWhole || Object.keys(read).length !== names.length + 1) return null;
  return read as Diagram;
}

/** As an attribute keeps it. */
export const keptDiagram = (diagram: Diagram): string => JSON.stringify(diagram);

/** The diagram with each field changed, as values are put in the place of `[[…]]`. */
export const withFields = (diagram: Diagram, change: (text: string) => string): Diagram =>
  Object.fromEntries(
    Object.entries(diagram).map(([name, text]) => [name, name === 'shape' ? text : change(text)]),
  ) as Diagram;
