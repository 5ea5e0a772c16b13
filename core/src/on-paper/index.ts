/** Answering on paper: what of a test stands on an answer sheet, and what marks on it answer. */
export { paperQuestions, responsesFrom, type PaperEntry, type PaperQuestion } from './questions';
