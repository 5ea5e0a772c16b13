/** What is wrong with a formula or a template, for its author. */
import { sentence } from './sentences';
import type { TemplateFault } from './template';
import type { WordingProblem } from './wording';

export interface WordedProblem {
  fault: TemplateFault | WordingProblem['fault'];
  /** What it is about, such as a name. */
  about: string;
  /** The formula of the place where it stands; empty outside of wordings. */
  place: string;
}

/** One problem as a sentence that says what to change. */
export function problemInWords({ fault, about, place }: WordedProblem): string {
  const words = sentence(`faults.${fault}`, { about });
  return place === '' ? words : sentence('inPlace', { place, words });
}
