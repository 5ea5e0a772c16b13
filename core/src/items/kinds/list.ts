/** The list of kinds; a new one is a module beside this file and a line here. */
import { coordinatePlane } from './coordinate-plane';
import { drawing } from './drawing';
import { expression } from './expression';
import { fillTable } from './fill-table';
import { fractionModel } from './fraction-model';
import { grid } from './grid';
import { information } from './information';
import { inlineChoice } from './inline-choice';
import { longText } from './long-text';
import { matching } from './matching';
import { multipleChoice } from './multiple-choice';
import { numberLine } from './number-line';
import { numeric } from './numeric';
import { ordering } from './ordering';
import { places } from './places';
import { plot } from './plot';
import { shortText } from './short-text';
import { singleChoice } from './single-choice';
import { sorting } from './sorting';
import { steps } from './steps';
import { survey } from './survey';
import { trueFalse } from './true-false';
import { upload } from './upload';
import { wordsInText } from './words-in-text';

/** In the order in which an author is offered them. */
export const kinds = {
  'single-choice': singleChoice,
  'multiple-choice': multipleChoice,
  'true-false': trueFalse,
  numeric,
  expression,
  'short-text': shortText,
  'long-text': longText,
  'inline-choice': inlineChoice,
  matching,
  sorting,
  ordering,
  grid,
  'fill-table': fillTable,
  steps,
  'number-line': numberLine,
  'coordinate-plane': coordinatePlane,
  plot,
  'fraction-model': fractionModel,
  'words-in-text': wordsInText,
  places,
  drawing,
  upload,
  survey,
  information,
} as const;
