/** Guests of a round: whoever has the class code types a name, and the teacher can strike it out. */
import { splitName } from '@oaken/core/rosters';
import { Op, type Transaction } from 'sequelize';
import type { Context } from '../context';
import type { Database } from '../database/connect';
import { runningNow, type Round } from '../models';
import { notFound, problem } from '../problems/problem';
import { stateOf } from './facts';

/** More guests are no classroom. */
const mostGuests = 200;

/** The round that lets guests in, of a class whose code is known. */
export async function roundForGuests(
  { database: { models }, now }: Pick<Context, 'database' | 'now'>,
  classId: number,
): Promise<Round | null> {
  const rounds = await models.Round.findAll({ where: { classId, ...runningNow(now()) } });
  return rounds.find((round) => stateOf(round).guests) ?? null;
}

/** @returns the guest's account, which lets them into this one round */
export function addRoundGuest(
  { database, now }: Pick<Context, 'database' | 'now'>,
  round: Round,
  name: string,
): Promise<number> {
  const { Account } = database.models;
  return database.transaction(async (transaction) => {
    await lockRow(database, round.id, transaction);
    const guests = await Account.count({ where: { guestOfRound: round.id }, transaction });
    if (guests >= mostGuests) throw problem('too-many-guests');
    const guest = await Account.create(
      {
        ...splitName(name),
        schoolId: round.schoolId,
        role: 'student',
        secretHash: '',
        guestOfRound: round.id,
        createdAt: new Date(now()),
      },
      { transaction },
    );
    return guest.id;
  });
}

const lockRow = ({ models }: Database, roundId: number, transaction: Transaction) =>
  models.Round.findByPk(roundId, { attributes: ['id'], lock: true, transaction });

/** What the guest gave counts no more, and the guest is out. */
export async function strikeOutGuest(
  { database, now, sessions }: Context,
  roundId: number,
  studentId: number,
): Promise<void> {
  const { Account, RoundParticipant, Session } = database.models;
  const guest = await Account.findOne({ where: { id: studentId, guestOfRound: roundId } });
  if (!guest) throw notFound('guest');
  await database.transaction(async (transaction) => {
    const at = new Date(now());
    await guest.update({ disabledAt: at }, { transaction });
    await RoundParticipant.update(
      { struckOutAt: at },
      { where: { roundId, studentId }, transaction },
    );
    await Session.destroy({ where: { accountId: studentId }, transaction });
  });
  sessions.forget(studentId);
}

/** Ids of guests who were struck out: what they gave is not counted. */
export async function struckOut(
  { models }: Database,
  roundId: number,
  transaction?: Transaction,
): Promise<Set<number>> {
  const out = await models.RoundParticipant.findAll({
    where: { roundId, struckOutAt: { [Op.ne]: null } },
    transaction,
  });
  return new Set(out.map(({ studentId }) => studentId));
}
