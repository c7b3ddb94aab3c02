import { type CreationOptional, DataTypes, type InferAttributes, type InferCreationAttributes, type Model, type ModelStatic, type Sequelize } from 'sequelize'

/** A stored document: what is looked for stands in columns, the rest is the JSON as it was sent. */
export interface DocumentRow extends Model<InferAttributes<DocumentRow>, InferCreationAttributes<DocumentRow>> {
  id: string
  /** The groove a plan is for; null for a groove. */
  grooveId: CreationOptional<string | null>
  document: string
  revision: number
  binnedAt: CreationOptional<Date | null>
  createdAt: CreationOptional<Date>
  updatedAt: CreationOptional<Date>
}

/** One line of the practice log. */
export interface LogRow extends Model<InferAttributes<LogRow>, InferCreationAttributes<LogRow>> {
  id: string
  grooveId: string
  grooveTitle: string
  planId: string
  stage: string
  bpm: number
  seconds: number
  word: 'solid' | 'shaky' | 'missed' | null
  at: string
}

export interface Models { grooves: ModelStatic<DocumentRow>, plans: ModelStatic<DocumentRow>, kits: ModelStatic<DocumentRow>, recipes: ModelStatic<DocumentRow>, log: ModelStatic<LogRow> }

/** The models over the tables that the migrations made. */
export function defineModels(sequelize: Sequelize): Models {
  const document = {
    id: { type: DataTypes.STRING(64), primaryKey: true },
    document: { type: DataTypes.TEXT, allowNull: false },
    revision: { type: DataTypes.INTEGER, allowNull: false },
    binnedAt: DataTypes.DATE,
    createdAt: DataTypes.DATE,
    updatedAt: DataTypes.DATE,
  }
  const required = (type: DataTypes.DataType) => ({ type, allowNull: false })
  return {
    grooves: sequelize.define<DocumentRow>('Groove', { ...document, grooveId: DataTypes.VIRTUAL }, { tableName: 'grooves' }),
    kits: sequelize.define<DocumentRow>('Kit', { ...document, grooveId: DataTypes.VIRTUAL }, { tableName: 'kits' }),
    recipes: sequelize.define<DocumentRow>('Recipe', { ...document, grooveId: DataTypes.VIRTUAL }, { tableName: 'recipes' }),
    plans: sequelize.define<DocumentRow>('Plan', { ...document, grooveId: required(DataTypes.STRING(64)) }, { tableName: 'plans' }),
    log: sequelize.define<LogRow>('LogEntry', {
      id: { type: DataTypes.STRING(64), primaryKey: true },
      grooveId: required(DataTypes.STRING(64)),
      grooveTitle: required(DataTypes.STRING(160)),
      planId: required(DataTypes.STRING(64)),
      stage: required(DataTypes.STRING(160)),
      bpm: required(DataTypes.FLOAT),
      seconds: required(DataTypes.FLOAT),
      word: DataTypes.STRING(10),
      at: required(DataTypes.STRING(30)),
    }, { tableName: 'log', timestamps: false }),
  }
}
