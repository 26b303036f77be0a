import { DataTypes, type Model, type ModelStatic, type Sequelize } from 'sequelize'

type ColumnKind = 'id' | 'text' | 'integer' | 'real' | 'json'

/** The columns of a table, named as in the code; `underscored` names them in the file. */
export type Table<Row extends object> = {
  readonly name: string
  readonly columns: { readonly [C in keyof Row]-?: ColumnKind }
  readonly key: readonly (keyof Row)[]
}

export type TableModel<Row extends object> = ModelStatic<Model<Row, Partial<Row>>>

/** Declares a table: columns and key, nothing else. */
export const table = <Row extends object>(
  name: string,
  columns: Table<Row>['columns'],
  key: readonly (keyof Row)[] = ['id' as keyof Row],
): Table<Row> => ({ name, columns, key })

const TYPES = {
  id: DataTypes.STRING,
  text: DataTypes.TEXT,
  integer: DataTypes.INTEGER,
  real: DataTypes.DOUBLE,
  json: DataTypes.TEXT,
}

/** Makes the Sequelize model of a table. */
export function defineTable<Row extends object>(sequelize: Sequelize, spec: Table<Row>): TableModel<Row> {
  const attributes = Object.fromEntries(
    Object.entries<ColumnKind>(spec.columns).map(([name, kind]) => [
      name,
      { type: TYPES[kind], primaryKey: spec.key.includes(name as keyof Row) },
    ]),
  )
  const options = { tableName: spec.name, underscored: true, timestamps: false }
  return sequelize.define(spec.name, attributes, options) as unknown as TableModel<Row>
}
