/** Every table of the database as a model; the connection makes a set of them for itself. */
import { defineSchool } from './schools';
import {
  defineAccount,
  defineSession,
  defineDevice,
  defineSignInFailure,
  defineSignInLink,
  defineAccommodation,
} from './accounts';
import { defineFramework, defineStandard, defineStandardGrade } from './standards';
import { defineBank, defineBankShare, defineFolder, defineSavedSearch } from './banks';
import {
  defineItem,
  defineRevision,
  defineRevisionGrade,
  defineRevisionStandard,
  defineRevisionTag,
  defineEnemyItems,
  defineItemFigures,
  defineItemSums,
  defineItemTotals,
} from './items';
import {
  defineClassCurriculum,
  defineCurriculum,
  defineCurriculumLine,
  defineCurriculumPlacement,
} from './curricula';
import { definePassage, definePassageRevision } from './passages';
import {
  defineStoredFile,
  defineFileChunk,
  definePictureSize,
  defineItemImport,
  defineImportChunk,
} from './files';
import {
  defineTest,
  defineTestShare,
  defineTestFolder,
  defineTestFiling,
  defineTestRevision,
  defineSentChange,
  defineEdition,
  defineEditionRevision,
} from './tests';
import {
  defineSchoolClass,
  defineClassTeacher,
  defineEnrollment,
  defineClassGroup,
  defineGroupMember,
  defineRosterChange,
} from './classes';
import {
  defineAssignment,
  defineAssignmentClass,
  defineAssignmentStudent,
  defineAssignmentDraft,
  defineNotice,
  defineLetter,
} from './assignments';
import {
  defineAttempt,
  defineAnswer,
  defineLateAnswer,
  defineAttemptEvent,
  definePresence,
  defineConnectionGap,
  defineMediaPlay,
  defineTimeSpent,
  definePracticeRecord,
} from './attempts';
import {
  defineScore,
  defineMark,
  defineMarkLogEntry,
  defineSecondMarking,
  defineSecondMark,
  defineRejectedAnswer,
  defineAdjustment,
  defineRescore,
  defineRating,
  defineAnswerSheet,
} from './marking';
import { defineAnchorAnswer, defineAttemptNote } from './around-marks';

import {
  definePreparedQuestion,
  defineRound,
  defineRoundAnswer,
  defineRoundParticipant,
} from './rounds';
import {
  definePrintedSheet,
  defineScan,
  defineScanChunk,
  defineScannedPage,
  definePageDecision,
} from './paper';

import type { Sequelize } from 'sequelize';
import { connectModels } from './links';

export * from './schools';
export * from './accounts';
export * from './standards';
export * from './banks';
export * from './items';
export * from './passages';
export * from './curricula';
export * from './files';
export * from './tests';
export * from './classes';
export * from './assignments';
export * from './attempts';
export * from './around-marks';
export * from './marking';
export * from './rounds';
export * from './paper';
/** Every table, by what it is about. */
export const tables = {
  Schools: { School: defineSchool },
  People: {
    Account: defineAccount,
    Session: defineSession,
    Device: defineDevice,
    SignInFailure: defineSignInFailure,
    SignInLink: defineSignInLink,
    Accommodation: defineAccommodation,
  },
  Standards: {
    Framework: defineFramework,
    Standard: defineStandard,
    StandardGrade: defineStandardGrade,
  },
  Banks: {
    Bank: defineBank,
    BankShare: defineBankShare,
    Folder: defineFolder,
    SavedSearch: defineSavedSearch,
  },
  Items: {
    Item: defineItem,
    Revision: defineRevision,
    RevisionGrade: defineRevisionGrade,
    RevisionStandard: defineRevisionStandard,
    RevisionTag: defineRevisionTag,
    EnemyItems: defineEnemyItems,
    ItemFigures: defineItemFigures,
    ItemSums: defineItemSums,
    ItemTotals: defineItemTotals,
  },
  Passages: { Passage: definePassage, PassageRevision: definePassageRevision },
  'Files and imports': {
    StoredFile: defineStoredFile,
    FileChunk: defineFileChunk,
    PictureSize: definePictureSize,
    ItemImport: defineItemImport,
    ImportChunk: defineImportChunk,
  },
  Tests: {
    Test: defineTest,
    TestShare: defineTestShare,
    TestFolder: defineTestFolder,
    TestFiling: defineTestFiling,
    TestRevision: defineTestRevision,
    SentChange: defineSentChange,
    Edition: defineEdition,
    EditionRevision: defineEditionRevision,
  },
  Curricula: {
    Curriculum: defineCurriculum,
    CurriculumLine: defineCurriculumLine,
    CurriculumPlacement: defineCurriculumPlacement,
    ClassCurriculum: defineClassCurriculum,
  },
  Rounds: {
    Round: defineRound,
    RoundParticipant: defineRoundParticipant,
    RoundAnswer: defineRoundAnswer,
    PreparedQuestion: definePreparedQuestion,
  },
  Classes: {
    SchoolClass: defineSchoolClass,
    ClassTeacher: defineClassTeacher,
    Enrollment: defineEnrollment,
    ClassGroup: defineClassGroup,
    GroupMember: defineGroupMember,
    RosterChange: defineRosterChange,
  },
  Assignments: {
    Assignment: defineAssignment,
    AssignmentClass: defineAssignmentClass,
    AssignmentStudent: defineAssignmentStudent,
    AssignmentDraft: defineAssignmentDraft,
    Notice: defineNotice,
    Letter: defineLetter,
  },
  Attempts: {
    Attempt: defineAttempt,
    Answer: defineAnswer,
    LateAnswer: defineLateAnswer,
    AttemptEvent: defineAttemptEvent,
    Presence: definePresence,
    ConnectionGap: defineConnectionGap,
    MediaPlay: defineMediaPlay,
    TimeSpent: defineTimeSpent,
    PracticeRecord: definePracticeRecord,
  },
  'Answer sheets': {
    PrintedSheet: definePrintedSheet,
    Scan: defineScan,
    ScanChunk: defineScanChunk,
    ScannedPage: defineScannedPage,
    PageDecision: definePageDecision,
  },
  'Marks and scores': {
    Score: defineScore,
    Mark: defineMark,
    MarkLogEntry: defineMarkLogEntry,
    AnchorAnswer: defineAnchorAnswer,
    AttemptNote: defineAttemptNote,
    SecondMarking: defineSecondMarking,
    SecondMark: defineSecondMark,
    RejectedAnswer: defineRejectedAnswer,
    Adjustment: defineAdjustment,
    Rescore: defineRescore,
    Rating: defineRating,
    AnswerSheet: defineAnswerSheet,
  },
} as const;

const definitions = {
  ...tables.Schools,
  ...tables.People,
  ...tables.Standards,
  ...tables.Banks,
  ...tables.Items,
  ...tables.Passages,
  ...tables['Files and imports'],
  ...tables.Tests,
  ...tables.Curricula,
  ...tables.Rounds,
  ...tables.Classes,
  ...tables.Assignments,
  ...tables.Attempts,
  ...tables['Answer sheets'],
  ...tables['Marks and scores'],
};

export type ModelName = keyof typeof definitions;

export type Models = { [Name in ModelName]: ReturnType<(typeof definitions)[Name]> };

/** The models of one connection, with their associations. */
export function modelsOn(sequelize: Sequelize): Models {
  const models = Object.fromEntries(
    Object.entries(definitions).map(([name, define]) => [name, define(sequelize)]),
  ) as unknown as Models;
  connectModels(models);
  return models;
}
