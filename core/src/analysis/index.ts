export {
  analyse,
  type Analysis,
  type ItemFigures,
  type OptionFigures,
  type Reliability,
  type ScoreTable,
} from './analyse';
export { sharedByStrong, type GivenAnswer, type SharedAnswer } from './answers';
export { figure, noFigure, type Figure } from './figure';
export {
  correlationIn,
  emptyPool,
  pooled,
  pooledCorrelation,
  poolOf,
  type PairSums,
  type Pool,
} from './pooled';
export { caution, discriminationBand, flagsOf, type Band, type Flag } from './flags';
export {
  analyseSheet,
  sheetTable,
  type SheetReading,
  SheetProblem,
  type SheetTable,
  type SheetAnalysis,
  type SheetItem,
  type SheetOption,
} from './sheet';
export {
  bandsInReach,
  onStandard,
  StandardTally,
  type Earned,
  type OnStandard,
} from './standard-tally';
export { firstLook, notThereYet, type FirstLook, type Trust } from './first-look';
export { hurriedIn, type Hurried } from './time';
export { quantile, shareInterval, spreadOf, type Spread } from './spread';
export {
  differenceOfVariants,
  type VariantDifference,
  type VariantGroup,
  type VariantOutcome,
} from './variants';
