/** Rich text: how it is read, what it may hold, and how it is shown safely. */
export { marked } from './marked';
export { formulasIn, markupProblem } from './problems';
export {
  allowedAttributes,
  allowedElements,
  fileAddressOf,
  pictureWidths,
  sizedAddressOf,
  fileIdOf,
  fileAddressPattern,
  longestFormula,
  mostPlays,
  textColors,
  textSizes,
} from './rules';
export { safeMarkup } from './safe';
export { tokensOf, withoutEntities, type Token } from '../plain/tokens';
