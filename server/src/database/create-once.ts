import {
  UniqueConstraintError,
  type Attributes,
  type CreationAttributes,
  type Model,
  type ModelStatic,
  type Transaction,
  type WhereOptions,
} from 'sequelize';

/**
 * Makes a row, or finds the one that was made under the same unique key: the same press of a button, sent twice. Two at
 * once wait for each other, and the second finds the row of the first.
 */
export async function createOnce<M extends Model>(
  model: ModelStatic<M>,
  key: WhereOptions<Attributes<M>>,
  values: CreationAttributes<M>,
  transaction: Transaction,
): Promise<{ row: M; fresh: boolean }> {
  try {
    return { row: await model.create(values, { transaction }), fresh: true };
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error;
    // A locking read sees what was committed since the transaction began.
    const row = await model.findOne({ where: key, lock: true, transaction });
    if (!row) throw error;
    return { row, fresh: false };
  }
}
