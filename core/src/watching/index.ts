/** What a teacher reads of a sitting under way. */
export { byNeed, type Standing } from './need';
export {
  commonestWrong,
  isRight,
  questionSoFar,
  type GivenAnswer,
  type QuestionSoFar,
  type SameAnswer,
} from './questions';
export {
  connectionOf,
  lostAfter,
  signEvery,
  signsInWords,
  type Connection,
  type Sitting,
} from './signs';
