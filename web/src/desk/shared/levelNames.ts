/** How hard questions are to be, in words. */
import type { Level } from '@oaken/core/assembly';
import { say } from '../../words/teacher';

export const levelNames: Record<Level, string> = {
  'easy-to-hard': say('tests.easyToHard'),
  easy: say('tests.easyOnes'),
  middle: say('tests.middleOnes'),
  hard: say('tests.hardOnes'),
};
