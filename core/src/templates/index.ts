export {
  longestFormula,
  readFormula,
  type Formula,
  type FormulaProblem,
  type Outcome,
  type ReadFormula,
  type Values,
  type Witness,
} from './formula';
export { exact, isNum, toDouble, type FormulaFault, type Num, type Value } from './numbers';
export {
  acceptableFaults,
  compileTemplate,
  template,
  variable,
  type Compiled,
  type Template,
  type TemplateFault,
  type TemplateProblem,
  type Variable,
} from './template';
export {
  countDraws,
  drawAt,
  drawVariant,
  mostEnumerated,
  survey,
  type Draw,
  type Survey,
  type Variant,
} from './draw';
export {
  fillWording,
  placesIn,
  readPlain,
  readWording,
  type Filled,
  type Wording,
  type WordingProblem,
} from './wording';
export { numberText } from './number-text';
export { problemInWords, type WordedProblem } from './problem-words';
export { valueInWords, variantInWords } from './variant-words';
export { stepCounter, stepsOf } from './effort';
