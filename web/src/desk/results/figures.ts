import { decimal } from '../shared/words';
import { say } from '../../words/teacher';

export type Figure = { value: number } | { value: null; reason: string };

/** A figure to two places, or a dash; the reason goes into the title. */
export const figureText = (figure: Figure, digits = 2) =>
  figure.value === null ? '—' : decimal(figure.value, digits);
export const figureTitle = (figure: Figure) =>
  figure.value === null ? say('results.notDefinedReason', { reason: figure.reason }) : undefined;
