export { ItemIndex, type NearCopy, type PlacedStandard } from './item-index';
export {
  difficultyBands,
  itemRestCorrelationBands,
  usesBands,
  type FindableItem,
} from './findable';
export {
  orders,
  type Counts,
  type Filters,
  type Found,
  type Order,
  type Question,
} from './question';
export { wordsOf } from './words';
