/** How a table is declared, so that each connection can have models of its own. */
import {
  DataTypes,
  literal,
  type Model,
  type ModelAttributeColumnOptions,
  type ModelAttributes,
  type ModelStatic,
  type Sequelize,
} from 'sequelize';

type Column = ModelAttributeColumnOptions;
type Type = Column['type'];
type More = Omit<Partial<Column>, 'type'>;

/** A digest of 32 bytes; Sequelize has no name for a fixed length of bytes. */
export const BINARY_32 = 'BINARY(32)';

/** The id that the database gives to a new row. */
export const rowId: Column = {
  type: DataTypes.INTEGER.UNSIGNED,
  autoIncrement: true,
  primaryKey: true,
  allowNull: false,
};

export const required = (type: Type, more?: More): Column => ({ type, allowNull: false, ...more });

export const optional = (type: Type, more?: More): Column => ({ type, allowNull: true, ...more });

export const withDefault = (type: Type, defaultValue: unknown, more?: More): Column => ({
  type,
  allowNull: false,
  defaultValue,
  ...more,
});

/** A column that the database fills itself; it is read and never written. */
export const computed = (type: Type): Column => ({ type, allowNull: true });

/** The instant of the row's last change, kept by the database. */
export const touched = (): Column =>
  withDefault(DataTypes.DATE(3), literal('CURRENT_TIMESTAMP(3)'));

/**
 * Declares a table by its columns; nothing is bound yet.
 *
 * @returns makes the model of one connection. The server holds two pools, one of them for sittings alone, so a model
 * is not bound once for all.
 */
export function table<Base extends new () => Model>(
  base: Base,
  tableName: string,
  columns: ModelAttributes<InstanceType<Base>>,
): (sequelize: Sequelize) => ModelStatic<InstanceType<Base>> {
  type Static = ModelStatic<InstanceType<Base>>;
  return (sequelize) => {
    const Bound = class extends (base as new () => Model) {} as unknown as Static;
    // Sequelize completes what it is given, so each connection gets copies.
    const copies = Object.fromEntries(
      Object.entries(columns).map(([name, column]) => [name, { ...(column as Column) }]),
    ) as typeof columns;
    return Bound.init(copies as never, { sequelize, tableName, modelName: base.name });
  };
}
