/** Conditions that ask another table, made from models and not from text. */
import {
  literal,
  Utils,
  type Attributes,
  type Model,
  type ModelStatic,
  type WhereOptions,
} from 'sequelize';

/** The part of Sequelize's generator that is used here; its types leave it out. */
interface QueryGenerator {
  selectQuery(table: unknown, options: object, model: unknown): string;
  getWhereConditions(where: object, prefix: unknown, model: unknown): string;
}

function generatorOf(model: ModelStatic<Model>): QueryGenerator {
  if (!model.sequelize) throw new Error(`The model ${model.name} is not bound to a connection.`);
  return model.sequelize.getQueryInterface().queryGenerator as QueryGenerator;
}

/**
 * The values of one attribute, for `[Op.in]` and `[Op.notIn]`.
 *
 * @example { id: { [Op.in]: valuesOf(BankShare, 'bankId', { accountId: 7 }) } }
 */
export function valuesOf<M extends Model>(
  model: ModelStatic<M>,
  attribute: keyof Attributes<M> & string,
  where: WhereOptions<Attributes<M>>,
) {
  const asked = { attributes: [attribute], where, hooks: false };
  const options = Utils.mapFinderOptions(asked as never, model as never) as object;
  const sql = generatorOf(model).selectQuery(model.getTableName(), options, model);
  return literal(`(${sql.replace(/;$/, '')})`);
}

/** A condition on a model as SQL, where the table stands under an alias; for the few queries that are not a model's. */
export function conditionSql<M extends Model>(
  model: ModelStatic<M>,
  alias: string,
  where: WhereOptions<Attributes<M>>,
): string {
  const mapped = Utils.mapFinderOptions({ where } as never, model as never) as { where: object };
  return generatorOf(model).getWhereConditions(mapped.where, literal(alias), model);
}
