/** Whether all variants of an item that makes itself can be asked fairly. */
export {
  checkTemplate,
  fewestVariants,
  unfairIn,
  type TemplateReport,
  type VariantReport,
} from './check';
export {
  isAcceptable,
  type AcceptableFault,
  type FaultKind,
  type TemplateFaultSeen,
} from './faults';
export { beyondGrade, type Beyond } from './grade-numbers';
export { stepsOfVariants } from './steps';
