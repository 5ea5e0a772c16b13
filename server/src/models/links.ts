/** Which row belongs to which: every foreign key of the database, in one place. */
import type { ModelStatic, Model } from 'sequelize';
import type { ModelName } from './index';

export interface Link {
  child: ModelName;
  /** The child's attribute that holds the parent's id. */
  key: string;
  parent: ModelName;
  /** What the child calls its parent. */
  as: string;
  /** What the parent calls its children. */
  many?: string;
  /** What the parent calls its only child. */
  one?: string;
  /** Children go with their parent; otherwise a parent with children cannot be deleted. */
  onDelete?: 'CASCADE';
}

type Parent = Omit<Link, 'child'>;

/** @param many what the parent calls its children, where it is asked for them */
const of = (parent: ModelName, key: string, as: string, many?: string): Parent => ({
  parent,
  key,
  as,
  ...(many !== undefined && { many }),
});
/** A child that goes with its parent. */
const partOf = (parent: ModelName, key: string, as: string, many?: string): Parent => ({
  ...of(parent, key, as, many),
  onDelete: 'CASCADE',
});
/** An only child. */
const onlyOf = (parent: ModelName, key: string, as: string, one: string): Parent => ({
  ...of(parent, key, as),
  one,
});

/** By child. */
const parents: Partial<Record<ModelName, readonly Parent[]>> = {
  Account: [
    of('Assignment', 'guestOf', 'guestAssignment'),
    of('Round', 'guestOfRound', 'guestRound'),
    of('School', 'schoolId', 'school', 'accounts'),
  ],
  Adjustment: [
    of('Attempt', 'attemptId', 'attempt', 'adjustments'),
    of('Account', 'madeBy', 'maker'),
    of('Account', 'undoneBy', 'undoer'),
  ],
  Answer: [of('Attempt', 'attemptId', 'attempt', 'answers')],
  Assignment: [
    of('Edition', 'editionId', 'edition', 'assignments'),
    of('Account', 'assignedBy', 'assigner'),
    of('School', 'schoolId', 'school'),
  ],
  AssignmentClass: [
    of('Assignment', 'assignmentId', 'assignment', 'assignmentClasses'),
    of('SchoolClass', 'classId', 'class', 'assignmentClasses'),
  ],
  AssignmentDraft: [of('Account', 'ownerId', 'owner'), of('Test', 'testId', 'test', 'drafts')],
  AssignmentStudent: [
    of('Assignment', 'assignmentId', 'assignment', 'assignmentStudents'),
    of('SchoolClass', 'classId', 'class'),
    of('Account', 'studentId', 'student', 'assignmentStudents'),
  ],
  Attempt: [
    of('Assignment', 'assignmentId', 'assignment', 'attempts'),
    of('Account', 'studentId', 'student', 'attempts'),
  ],
  AttemptEvent: [of('Attempt', 'attemptId', 'attempt', 'events'), of('Account', 'doneBy', 'doer')],
  Bank: [of('Account', 'ownerId', 'owner', 'banks'), of('School', 'schoolId', 'school')],
  BankShare: [of('Account', 'accountId', 'account'), partOf('Bank', 'bankId', 'bank', 'shares')],
  SchoolClass: [of('School', 'schoolId', 'school')],
  ClassGroup: [partOf('SchoolClass', 'classId', 'class', 'groups')],
  ClassTeacher: [
    partOf('SchoolClass', 'classId', 'class', 'teachers'),
    of('Account', 'teacherId', 'teacher', 'teaching'),
  ],
  Device: [partOf('Account', 'accountId', 'account')],
  Edition: [of('Test', 'testId', 'test', 'editions')],
  ClassCurriculum: [
    { ...onlyOf('SchoolClass', 'classId', 'class', 'curriculum'), onDelete: 'CASCADE' },
    partOf('Curriculum', 'curriculumId', 'curriculum'),
    of('CurriculumLine', 'lineId', 'line'),
  ],
  Curriculum: [of('School', 'schoolId', 'school'), of('Account', 'ownerId', 'owner')],
  CurriculumLine: [partOf('Curriculum', 'curriculumId', 'curriculum', 'lines')],
  CurriculumPlacement: [
    partOf('CurriculumLine', 'lineId', 'line', 'placements'),
    of('Item', 'itemId', 'item'),
    of('Test', 'testId', 'test'),
  ],
  EditionRevision: [
    of('Edition', 'editionId', 'edition', 'editionRevisions'),
    of('Item', 'itemId', 'item', 'editionRevisions'),
    of('Revision', 'revisionId', 'revision'),
  ],
  Enrollment: [
    of('SchoolClass', 'classId', 'class', 'enrollments'),
    of('Account', 'studentId', 'student', 'enrollments'),
  ],
  StoredFile: [
    of('Attempt', 'attemptId', 'attempt', 'files'),
    of('Account', 'madeBy', 'maker'),
    of('School', 'schoolId', 'school'),
  ],
  FileChunk: [partOf('StoredFile', 'fileId', 'file', 'chunks')],
  PictureSize: [partOf('StoredFile', 'fileId', 'file')],
  Folder: [of('Bank', 'bankId', 'bank', 'folders'), of('Folder', 'parentId', 'parent')],
  GroupMember: [
    partOf('ClassGroup', 'groupId', 'group', 'members'),
    of('Account', 'studentId', 'student'),
  ],
  ItemImport: [of('Account', 'accountId', 'account'), of('Bank', 'bankId', 'bank')],
  ImportChunk: [partOf('ItemImport', 'importId', 'import', 'chunks')],
  Item: [
    of('Bank', 'bankId', 'bank', 'items'),
    of('Account', 'createdBy', 'creator'),
    of('Folder', 'folderId', 'folder', 'items'),
    of('Account', 'retiredBy', 'retirer'),
    of('Revision', 'revisionId', 'revision'),
    of('Item', 'sourceItemId', 'sourceItem'),
    of('Revision', 'sourceRevisionId', 'sourceRevision'),
  ],
  EnemyItems: [
    of('Account', 'declaredBy', 'declarer'),
    partOf('Item', 'itemId', 'item'),
    partOf('Item', 'enemyId', 'enemy'),
  ],
  ItemFigures: [of('Item', 'itemId', 'item', 'figures')],
  ItemSums: [
    of('Assignment', 'assignmentId', 'assignment'),
    of('Item', 'itemId', 'item'),
    of('Revision', 'revisionId', 'revision'),
  ],
  ItemTotals: [of('Item', 'itemId', 'item')],
  SavedSearch: [partOf('Account', 'accountId', 'account')],
  LateAnswer: [
    of('Attempt', 'attemptId', 'attempt', 'lateAnswers'),
    of('Account', 'decidedBy', 'decider'),
  ],
  Letter: [of('Account', 'accountId', 'account'), of('Assignment', 'assignmentId', 'assignment')],
  Mark: [of('Attempt', 'attemptId', 'attempt', 'marks'), of('Account', 'markedBy', 'marker')],
  MarkLogEntry: [
    of('Attempt', 'attemptId', 'attempt', 'markLog'),
    of('Account', 'markedBy', 'marker'),
  ],
  Notice: [
    of('Assignment', 'assignmentId', 'assignment', 'notices'),
    of('Account', 'sentBy', 'sender'),
    of('Account', 'studentId', 'student'),
  ],
  Passage: [
    of('Bank', 'bankId', 'bank', 'passages'),
    of('Account', 'createdBy', 'creator'),
    of('PassageRevision', 'revisionId', 'revision'),
  ],
  PassageRevision: [
    of('Account', 'createdBy', 'creator'),
    of('Passage', 'passageId', 'passage', 'revisions'),
  ],
  MediaPlay: [of('Attempt', 'attemptId', 'attempt', 'mediaPlays')],
  PracticeRecord: [of('Attempt', 'attemptId', 'attempt', 'practiceRecords')],
  Presence: [onlyOf('Attempt', 'attemptId', 'attempt', 'presence')],
  Rating: [
    of('Assignment', 'assignmentId', 'assignment', 'ratings'),
    of('Account', 'ratedBy', 'rater'),
    of('Account', 'studentId', 'student'),
  ],
  Rescore: [
    of('Assignment', 'assignmentId', 'assignment', 'rescores'),
    of('Edition', 'editionAfter', 'after'),
    of('Edition', 'editionBefore', 'before'),
    of('Account', 'madeBy', 'maker'),
    of('Account', 'undoneBy', 'undoer'),
  ],
  Revision: [
    of('Revision', 'basedOnId', 'basedOn'),
    of('Test', 'sourceTestId', 'sourceTest'),
    of('Account', 'createdBy', 'creator'),
    of('Item', 'itemId', 'item', 'revisions'),
    of('Passage', 'passageId', 'passage'),
    of('Test', 'testId', 'test'),
  ],
  RevisionGrade: [partOf('Revision', 'revisionId', 'revision', 'grades')],
  RevisionStandard: [
    partOf('Revision', 'revisionId', 'revision', 'revisionStandards'),
    of('Standard', 'standardId', 'standard', 'revisionStandards'),
  ],
  PreparedQuestion: [
    of('Account', 'addedBy', 'adder'),
    partOf('SchoolClass', 'classId', 'class'),
    of('Item', 'itemId', 'item'),
  ],
  RevisionTag: [partOf('Revision', 'revisionId', 'revision', 'tags')],
  RosterChange: [of('Account', 'madeBy', 'maker')],
  Round: [
    of('Assignment', 'assignmentId', 'assignment'),
    of('Edition', 'editionId', 'edition'),
    of('Account', 'ownerId', 'owner'),
    of('School', 'schoolId', 'school'),
    partOf('SchoolClass', 'classId', 'class'),
  ],
  RoundAnswer: [partOf('Round', 'roundId', 'round'), of('Account', 'studentId', 'student')],
  RoundParticipant: [
    of('Account', 'companionId', 'companion'),
    partOf('Round', 'roundId', 'round'),
    of('Account', 'studentId', 'student'),
  ],
  PageDecision: [
    partOf('ScannedPage', 'scannedPageId', 'scannedPage', 'decisions'),
    of('Account', 'decidedBy', 'decider'),
  ],
  PrintedSheet: [
    of('Assignment', 'assignmentId', 'assignment', 'printedSheets'),
    of('Edition', 'editionId', 'edition'),
    of('Account', 'studentId', 'student'),
    of('Account', 'printedBy', 'printer'),
    onlyOf('Attempt', 'attemptId', 'attempt', 'printedSheet'),
  ],
  Scan: [
    of('School', 'schoolId', 'school'),
    of('Account', 'broughtBy', 'bringer'),
    of('Assignment', 'assignmentId', 'assignment', 'scans'),
  ],
  ScanChunk: [partOf('Scan', 'scanId', 'scan', 'chunks')],
  ScannedPage: [
    partOf('Scan', 'scanId', 'scan', 'pages'),
    of('Assignment', 'assignmentId', 'assignment', 'scannedPages'),
    of('PrintedSheet', 'printedSheetId', 'printedSheet', 'pages'),
    of('StoredFile', 'pictureId', 'picture'),
  ],
  Score: [of('Attempt', 'attemptId', 'attempt', 'scores')],
  SecondMark: [
    of('Attempt', 'attemptId', 'attempt', 'secondMarks'),
    partOf('SecondMarking', 'secondMarkingId', 'secondMarking', 'secondMarks'),
    of('Account', 'adjudicatedBy', 'adjudicator'),
  ],
  AnchorAnswer: [of('Item', 'itemId', 'item'), of('Account', 'keptBy', 'keeper')],
  AttemptNote: [of('Attempt', 'attemptId', 'attempt'), of('Account', 'authorId', 'author')],
  SecondMarking: [
    of('Account', 'requestedBy', 'requester'),
    of('Assignment', 'assignmentId', 'assignment', 'secondMarkings'),
    of('Account', 'secondMarkerId', 'secondMarker'),
  ],
  SentChange: [partOf('Test', 'testId', 'test')],
  Session: [partOf('Account', 'accountId', 'account', 'sessions')],
  AnswerSheet: [of('Account', 'ownerId', 'owner')],
  SignInLink: [partOf('Account', 'accountId', 'account')],
  ConnectionGap: [of('Attempt', 'attemptId', 'attempt', 'connectionGaps')],
  TimeSpent: [of('Attempt', 'attemptId', 'attempt', 'timesSpent')],
  Standard: [
    of('Framework', 'frameworkId', 'framework', 'standards'),
    of('Standard', 'parentId', 'parent', 'children'),
  ],
  StandardGrade: [partOf('Standard', 'standardId', 'standard', 'grades')],
  Accommodation: [
    of('Account', 'changedBy', 'editor'),
    onlyOf('Account', 'studentId', 'student', 'accommodation'),
  ],
  Test: [
    of('Account', 'ownerId', 'owner', 'tests'),
    of('School', 'schoolId', 'school'),
    of('Test', 'sourceTestId', 'sourceTest'),
  ],
  TestFolder: [of('Account', 'ownerId', 'owner'), of('TestFolder', 'parentId', 'parent')],
  TestFiling: [
    of('Account', 'accountId', 'account'),
    partOf('TestFolder', 'folderId', 'folder', 'filings'),
    partOf('Test', 'testId', 'test', 'filings'),
  ],
  TestRevision: [
    of('Revision', 'revisionId', 'revision', 'testRevisions'),
    partOf('Test', 'testId', 'test', 'testRevisions'),
  ],
  TestShare: [of('Account', 'accountId', 'account'), partOf('Test', 'testId', 'test', 'shares')],
  RejectedAnswer: [
    of('Assignment', 'assignmentId', 'assignment', 'rejectedAnswers'),
    of('Account', 'decidedBy', 'decider'),
  ],
};

export const links: readonly Link[] = Object.entries(parents).flatMap(([child, list]) =>
  list.map((parent) => ({ ...parent, child: child as ModelName })),
);

/** Lets the models of one connection know each other. */
export function connectModels(models: Record<ModelName, ModelStatic<Model>>): void {
  for (const {
    child,
    key: foreignKey,
    parent,
    as,
    many,
    one: single,
    onDelete = 'RESTRICT',
  } of links) {
    models[child].belongsTo(models[parent], { as, foreignKey, onDelete });
    if (many) models[parent].hasMany(models[child], { as: many, foreignKey, onDelete });
    if (single) models[parent].hasOne(models[child], { as: single, foreignKey, onDelete });
  }
}
