/** What a diagram consists of, in points of its drawing. */

export type Mark =
  /** A line through points, as the `d` of an SVG path. */
  | { kind: 'line'; path: string; isThin?: boolean }
  /** A field with an outline. */
  | { kind: 'field'; x: number; y: number; width: number; height: number; isShaded: boolean }
  | { kind: 'dot'; x: number; y: number }
  /** Words whose line stands at `y`, at `x` from the side that `anchor` says. */
  | {
      kind: 'words';
      x: number;
      y: number;
      text: string;
      anchor: 'start' | 'middle' | 'end';
      size?: number;
    };

export interface Sketch {
  width: number;
  height: number;
  marks: Mark[];
}

/** The size of its letters. */
export const letterSize = 17;
/** About how wide words are: digits and small letters of the fonts that ship. */
export const widthOf = (text: string, size = letterSize) => text.length * size * 0.56;
