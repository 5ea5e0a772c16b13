/** Every endpoint, under the name by which the server answers it and the web client calls it. */
import * as accounts from './accounts';
import * as assignments from './assignments';
import * as attempts from './attempts';
import * as banks from './banks';
import * as classes from './classes';
import * as files from './files';
import * as interchange from './interchange';
import * as passages from './passages';
import * as results from './results';
import * as standards from './standards';
import * as tests from './tests';
import * as today from './today';

export const api = {
  readSession: accounts.readSession,
  signInStaff: accounts.signInStaff,
  findClass: accounts.findClass,
  signInStudent: accounts.signInStudent,
  signOut: accounts.signOut,
  listAccounts: accounts.listAccounts,
  listFrameworks: standards.listFrameworks,
  listBanks: banks.listBanks,
  makeBank: banks.makeBank,
  describeBank: banks.describeBank,
  readShares: banks.readShares,
  shareBank: banks.shareBank,
  makeFolder: banks.makeFolder,
  renameFolder: banks.renameFolder,
  moveFolders: banks.moveFolders,
  removeFolder: banks.removeFolder,
  searchItems: banks.searchItems,
  findItems: banks.findItems,
  readRows: banks.readRows,
  listKeptSearches: banks.listKeptSearches,
  keepSearch: banks.keepSearch,
  forgetSearch: banks.forgetSearch,
  makeItem: banks.makeItem,
  moveItems: banks.moveItems,
  copyItems: banks.copyItems,
  retireItems: banks.retireItems,
  restoreItems: banks.restoreItems,
  listRetired: banks.listRetired,
  labelItems: banks.labelItems,
  readUses: banks.readUses,
  findNear: banks.findNear,
  findNearOf: banks.findNearOf,
  readItem: banks.readItem,
  readRevision: banks.readRevision,
  reviseItem: banks.reviseItem,
  settleSource: banks.settleSource,
  beginImport: interchange.beginImport,
  readImport: interchange.readImport,
  applyImport: interchange.applyImport,
  cancelImport: interchange.cancelImport,
  exportItems: interchange.exportItems,
  itemTemplate: interchange.itemTemplate,
  listPassages: passages.listPassages,
  makePassage: passages.makePassage,
  readPassage: passages.readPassage,
  revisePassage: passages.revisePassage,
  keepFile: files.keepFile,
  keepWork: files.keepWork,
  listTests: tests.listTests,
  makeTest: tests.makeTest,
  readTest: tests.readTest,
  changeTest: tests.changeTest,
  reviseEntry: tests.reviseEntry,
  removeTest: tests.removeTest,
  restoreTest: tests.restoreTest,
  listClasses: classes.listClasses,
  countStudents: classes.countStudents,
  readClass: classes.readClass,
  renewPasscode: classes.renewPasscode,
  listAssignments: assignments.listAssignments,
  giveAssignment: assignments.giveAssignment,
  takeBackAssignment: assignments.takeBackAssignment,
  releaseAssignment: assignments.releaseAssignment,
  listSeat: attempts.listSeat,
  beginAttempt: attempts.beginAttempt,
  saveAnswers: attempts.saveAnswers,
  handIn: attempts.handIn,
  readReport: attempts.readReport,
  readResults: results.readResults,
  exportResults: results.exportResults,
  readToday: today.readToday,
};
export type Api = typeof api;

export * from './define';
