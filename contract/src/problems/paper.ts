/** Answering on paper. */
import { refusal } from './kind';

export const paper = {
  'nothing-on-paper': refusal(409),
  'too-long-for-paper': refusal(409),
  'practice-on-paper': refusal(409),
  'no-sheets-printed': refusal(409),
  'page-settled': refusal(409),
  'page-not-placed': refusal(409),
  'sheet-is-somebodys': refusal(409),
};
