/** From a test as it was given to what one student sees of it. */
export { dealtTo } from './deal';
export {
  entriesOf,
  type Edition,
  type EditionEntry,
  type EditionForm,
  type EditionSection,
  type Override,
} from './edition';
export {
  formOf,
  withFewerChoices,
  withFewerChoicesEverywhere,
  type FormRules,
  type Sitter,
} from './form';
export { formForSitting, type SittingEntry, type SittingForm } from './sitting';
export { drawnFor, entryFor, exampleEntry } from './variant';
