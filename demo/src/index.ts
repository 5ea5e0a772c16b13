/**
 * Brindlemere Middle School as rows for the database: the same seed and day give the same school. Nothing here reads a
 * clock or draws a random number of its own.
 */
import { drafts } from './drafts';
import { classes, demoPassword, staff } from './people';
import { plans, written } from './plan';
import { rosters } from './rosters';
import { putAsked, putPrepared } from './school/asked';
import { putBanks, putFiles, putFramework, putItems, putPassages } from './school/banks';
import { Building, type SchoolOptions, type Tables } from './school/building';
import { putCurriculum } from './school/curriculum';
import { putDraft } from './school/drafts';
import { giveAndSit } from './school/giving';
import { putOnPaper } from './school/paper';
import { putClasses, putStaff } from './school/people';

export type { SchoolOptions, Tables, Value } from './school/building';
export { demoSeed } from './people';
export { officeRoster } from './office-roster';

export const signIns = {
  teacher: { name: staff[0].name, password: demoPassword },
  administrator: { name: 'office', password: demoPassword },
  classCode: classes[0].code,
};

export async function demonstrationSchool(options: SchoolOptions): Promise<Tables> {
  const building = new Building(options);
  await putStaff(building);
  await putClasses(building);
  putFramework(building);
  putBanks(building);
  putFiles(building);
  putPassages(building);
  putItems(building);
  for (const [index, plan] of plans.entries()) giveAndSit(building, index + 1, plan);
  drafts.forEach((draft, index) => putDraft(building, plans.length + index + 1, draft));
  giveAndSit(building, plans.length + drafts.length + 1, written);
  putCurriculum(building);
  putPrepared(building);
  putAsked(building);
  await putOnPaper(building, plans.length + drafts.length + 2);
  return building.tables;
}

/** The passcodes of a class, for whoever shows the demonstration. */
export const passcodesOf = (
  seed: string,
  className: string,
): { name: string; passcode: string }[] =>
  rosters(seed)
    .find(({ plannedClass }) => plannedClass.name === className)
    ?.members.map(({ given, family, passcode }) => ({ name: `${given} ${family}`, passcode })) ??
  [];
