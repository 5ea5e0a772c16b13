/** Prints docs/demonstration.md: who can sign in to the demonstration, and with what. */
import { passcodesOf, signIns } from './index';
import { classes, staff } from './people';
import { demoSeed } from './write';

const lines = [
  '# The demonstration school',
  '',
  'Brindlemere Middle School, its river and its people are invented. The same seed and day give the same school; dates are',
  'relative to the day on which it was made. A passcode that a teacher renews no longer matches this list.',
  '',
  '## Staff',
  '',
  `All with the password \`${signIns.teacher.password}\`.`,
  '',
  '| sign-in name | who | role |',
  '| --- | --- | --- |',
  ...staff.map(
    (account) => `| ${account.name} | ${account.given} ${account.family} | ${account.role} |`,
  ),
  '',
  '## Students',
  '',
  'At `/seat` with the class code, the name from the list and the passcode.',
];
for (const plannedClass of classes) {
  lines.push(
    '',
    `### ${plannedClass.name}, ${plannedClass.subject}: class code \`${plannedClass.code}\``,
    '',
    '| name | passcode |',
    '| --- | --- |',
  );
  lines.push(
    ...passcodesOf(demoSeed, plannedClass.name).map(
      ({ name, passcode }) => `| ${name} | \`${passcode}\` |`,
    ),
  );
}
process.stdout.write(`${lines.join('\n')}\n`);
