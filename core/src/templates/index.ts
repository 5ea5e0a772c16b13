export {
  longestFormula,
  readFormula,
  type Formula,
  type FormulaProblem,
  type Outcome,
  type ReadFormula,
  type Values,
} from './formula';
export { exact, isNum, toDouble, type FormulaFault, type Num, type Value } from './numbers';
export {
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
export { fillWording, placesIn, type Filled, type WordingProblem } from './wording';
