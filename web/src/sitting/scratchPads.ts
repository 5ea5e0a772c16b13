/** What a student notes and draws beside a question, which nobody else reads. */
import type { Stroke } from '@oaken/core/items';
import { inject, type InjectionKey } from 'vue';

export interface ScratchPad {
  notes: string;
  strokes: Stroke[];
}

/** Where the pads of one piece of work are kept. */
export interface ScratchPads {
  read(entry: string): Promise<ScratchPad>;
  write(entry: string, pad: ScratchPad): void;
  /** The questions that have something on their pad. */
  readonly used: ReadonlySet<string>;
}

export const longestNotes = 4000;
export const emptyPad = (): ScratchPad => ({ notes: '', strokes: [] });
export const isBlank = ({ notes, strokes }: ScratchPad): boolean =>
  notes.trim() === '' && strokes.length === 0;

export const scratchPadsKey: InjectionKey<ScratchPads> = Symbol('scratch pads');
/** Without a keeper, as for a teacher who looks through, there are no pads. */
export const useScratchPads = () => inject(scratchPadsKey, null);
