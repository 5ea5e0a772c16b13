import type { Part, PartKind, SittingPart } from '@oaken/core/items';

/** The type of the property `name` that a component takes. */
type Taken<C, name extends string> = C extends new (...given: never[]) => { $props: infer P }
  ? name extends keyof P
    ? P[name]
    : never
  : never;

/**
 * A component for a kind: it must take the parts of that kind, or it does not compile. Null where
 * the kind has nothing to show.
 */
export type ShownBy<C, K extends PartKind> = C extends null
  ? null
  : Extract<SittingPart, { kind: K }> extends Taken<C, 'part'>
    ? C
    : never;
export type EditedBy<C, K extends PartKind> = C extends null
  ? null
  : Extract<Part, { kind: K }> extends Taken<C, 'modelValue'>
    ? C
    : never;
