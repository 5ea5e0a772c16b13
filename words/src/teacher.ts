/** What teachers and the office read, a file for each part of the work. */
import type { KeysOf } from './index';
import accounts from './en/teacher/accounts.json' with { type: 'json' };
import anything from './en/teacher/anything.json' with { type: 'json' };
import assignments from './en/teacher/assignments.json' with { type: 'json' };
import banks from './en/teacher/banks.json' with { type: 'json' };
import classes from './en/teacher/classes.json' with { type: 'json' };
import common from './en/teacher/common.json' with { type: 'json' };
import desk from './en/teacher/desk.json' with { type: 'json' };
import editor from './en/teacher/editor.json' with { type: 'json' };
import glossary from './en/teacher/glossary.json' with { type: 'json' };
import help from './en/teacher/help.json' with { type: 'json' };
import items from './en/teacher/items.json' with { type: 'json' };
import keys from './en/teacher/keys.json' with { type: 'json' };
import kinds from './en/teacher/kinds.json' with { type: 'json' };
import marking from './en/teacher/marking.json' with { type: 'json' };
import office from './en/teacher/office.json' with { type: 'json' };
import paper from './en/teacher/paper.json' with { type: 'json' };
import passages from './en/teacher/passages.json' with { type: 'json' };
import rescoring from './en/teacher/rescoring.json' with { type: 'json' };
import results from './en/teacher/results.json' with { type: 'json' };
import curriculum from './en/teacher/curriculum.json' with { type: 'json' };
import rounds from './en/teacher/rounds.json' with { type: 'json' };
import tests from './en/teacher/tests.json' with { type: 'json' };
import today from './en/teacher/today.json' with { type: 'json' };
import watching from './en/teacher/watching.json' with { type: 'json' };

export const teacherEnglish = {
  accounts,
  anything,
  assignments,
  banks,
  classes,
  common,
  desk,
  editor,
  glossary,
  help,
  items,
  keys,
  kinds,
  marking,
  office,
  paper,
  passages,
  rescoring,
  results,
  curriculum,
  rounds,
  tests,
  today,
  watching,
};

export type TeacherKey = KeysOf<typeof teacherEnglish>;
