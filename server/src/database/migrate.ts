import type { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { ground } from './migrations/001-ground';
import { banks } from './migrations/002-banks';
import { imports } from './migrations/003-imports';
import { tests } from './migrations/004-tests';
import { classes } from './migrations/005-classes';
import { assigning } from './migrations/006-assigning';
import { letters } from './migrations/007-letters';
import { practice } from './migrations/008-practice';
import { late } from './migrations/009-late';
import { stages } from './migrations/010-stages';
import { plays } from './migrations/011-plays';
import { watching } from './migrations/012-watching';
import { marking } from './migrations/013-marking';
import { repairing } from './migrations/014-repairing';
import { markers } from './migrations/015-markers';
import { reading } from './migrations/016-reading';
import { signingIn } from './migrations/017-signing-in';
import { uploads } from './migrations/018-uploads';
import { itemSums } from './migrations/019-item-sums';
import { lateAnswers } from './migrations/020-late-answers';
import { bestTry } from './migrations/021-best-try';
import { scoredAt } from './migrations/022-scored-at';
import { emptyRows } from './migrations/023-empty-rows';
import { itemHistory } from './migrations/024-item-history';
import { sentChanges } from './migrations/025-sent-changes';
import { names } from './migrations/026-names';
import { words } from './migrations/027-words';
import { overrides } from './migrations/028-overrides';
import { languages } from './migrations/029-languages';
import { meetingTimes } from './migrations/030-meeting-times';
import { rounds } from './migrations/031-rounds';
import { askingInClass } from './migrations/032-asking-in-class';
import { strips } from './migrations/033-strips';
import { answerSheets } from './migrations/034-answer-sheets';
import { itemsFromTests } from './migrations/035-items-from-tests';
import { assignmentStandards } from './migrations/036-assignment-standards';
import { curriculaOfSchools } from './migrations/037-curricula';
import { tagsOfTests } from './migrations/038-tags-of-tests';
import { orderInPassages } from './migrations/039-order-in-passages';
import { supervised } from './migrations/040-supervision';
import { aroundMarks } from './migrations/041-around-marks';
import { fairVariants } from './migrations/042-fair-variants';
import { keptTotals } from './migrations/043-kept-totals';
import { lookedAt } from './migrations/044-looked-at';
import { pictureSizes } from './migrations/045-picture-sizes';
import type { Migration } from './migrations/migration';

/** Every migration, oldest first. A new one is added at the end and never changed once it has landed. */
const migrations: Migration[] = [
  ground,
  banks,
  imports,
  tests,
  classes,
  assigning,
  letters,
  practice,
  late,
  stages,
  plays,
  watching,
  marking,
  repairing,
  markers,
  reading,
  signingIn,
  uploads,
  itemSums,
  lateAnswers,
  bestTry,
  scoredAt,
  emptyRows,
  itemHistory,
  sentChanges,
  names,
  words,
  overrides,
  languages,
  meetingTimes,
  rounds,
  askingInClass,
  strips,
  answerSheets,
  itemsFromTests,
  assignmentStandards,
  curriculaOfSchools,
  tagsOfTests,
  orderInPassages,
  supervised,
  aroundMarks,
  fairVariants,
  keptTotals,
  lookedAt,
  pictureSizes,
];

export function migrator(database: Sequelize) {
  const run = (sql: string) => database.query(sql);
  return new Umzug({
    migrations: migrations.map(({ name, up, down }) => ({
      name,
      up: () => up(run),
      down: () => down(run),
    })),
    storage: new SequelizeStorage({
      sequelize: database,
      tableName: 'migrations',
      modelName: 'migration',
    }),
    logger: undefined,
  });
}
