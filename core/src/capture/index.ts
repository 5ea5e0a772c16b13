/** From pictures to answers: strips that a class holds up. */
export { grayOf, shrunk, type Gray } from './gray';
export { paperNames, papers, stripSizes, stripsOnPage, type Paper, type StripSize } from './paper';
export { type Point, type Quad } from './plane';
export {
  cellsAcross,
  cellsApart,
  cellsOf,
  highestNumber,
  letters,
  stripCodes,
  turnsOf,
  type Letter,
  type StripCode,
  type Word,
} from './strips/dictionary';
export { marginAcross, squareAcross } from './strips/decode';
export { readStrips, type SeenCode } from './strips/read';
export { answersIn, emptyTally, framesToAgree, nextFrame, type Tally } from './strips/tally';
