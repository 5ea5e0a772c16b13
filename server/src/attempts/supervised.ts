/** What keeps a student from work that is sat under supervision. */
import { gateOf, type Gate } from '@oaken/core/assignments';
import { Op } from 'sequelize';
import type { SignedIn } from '../access/signed-in';
import { isWithin, readNetworks } from '../accounts/networks';
import type { Database } from '../database/connect';
import { problem } from '../problems/problem';
import type { Given } from './given';

type Supervised = Pick<Given, 'assignmentId' | 'classId' | 'rules'>;

/**
 * The gates of a student's assignments, each asked for as its line is read. Nothing is looked up
 * where nothing is supervised.
 *
 * @param address of the device
 */
export async function readGates(
  database: Database,
  me: SignedIn,
  lines: readonly Supervised[],
  address: string | undefined,
): Promise<(line: Supervised, hasBegun: boolean) => Gate | null> {
  const pressed = lines.filter(({ rules }) => rules.supervision?.byPress);
  const letIn =
    pressed.length === 0
      ? []
      : await database.models.AssignmentClass.findAll({
          where: {
            assignmentId: pressed.map(({ assignmentId }) => assignmentId),
            letInAt: { [Op.ne]: null },
          },
        });
  const asksNetwork = lines.some(({ rules }) => rules.supervision?.schoolNetwork);
  const onSchoolNetwork = asksNetwork && isWithin(await readNetworks(database, me), address);
  return ({ assignmentId, classId, rules }, hasBegun) =>
    gateOf(rules.supervision, {
      // Guests have no class: they begin with the first that may.
      isLetIn: letIn.some(
        (line) =>
          line.assignmentId === assignmentId && (classId === null || line.classId === classId),
      ),
      hasBegun,
      onSchoolNetwork,
    });
}

const problemOf = { 'not-let-in': 'not-let-in', elsewhere: 'not-at-school' } as const;

/** @throws Problem 403 where the class was not let in, or the device is not on the school's network */
export async function insistOnGate(
  database: Database,
  me: SignedIn,
  given: Supervised,
  { hasBegun, address }: { hasBegun: boolean; address: string | undefined },
): Promise<void> {
  const gate = (await readGates(database, me, [given], address))(given, hasBegun);
  if (gate !== null) throw problem(problemOf[gate]);
}
