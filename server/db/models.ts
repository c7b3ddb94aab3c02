import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  type Model,
  type ModelStatic,
  type Sequelize,
} from 'sequelize'
import { KIND_NAMES, type KindName, folderOf } from '#core/documents'
import type { SoundType } from '#core/formats'

/** A stored document: the JSON as it was read, and what a list shows of it. */
export interface DocumentRow extends Model<InferAttributes<DocumentRow>, InferCreationAttributes<DocumentRow>> {
  id: string
  document: string
  summary: string
  revision: number
  binnedAt: CreationOptional<Date | null>
  createdAt: CreationOptional<Date>
  updatedAt: CreationOptional<Date>
}

/** One line of the practice log: what is looked for and summed is in columns, the whole entry beside them. */
interface LogRow extends Model<InferAttributes<LogRow>, InferCreationAttributes<LogRow>> {
  id: string
  at: string
  day: string
  kind: string
  subjectId: string
  title: string
  counts: string | null
  /** The tempo in quarters a minute, by which entries that count other values are compared; null where there was none. */
  quarters: number | null
  seconds: number
  word: string | null
  /** Whether its tempo counts towards a best. */
  best: boolean
  /** Whether it speaks of the whole of what it is about, as far as it says: what is due follows from those alone. */
  whole: boolean
  /** The limbs the player played, such as `RH,LF`; empty where that is not known. */
  limbs: string
  /** The mean spread of its limbs in ms, where it was measured. */
  spread: number | null
  planId: string | null
  binnedAt: CreationOptional<Date | null>
  entry: string
}

/**
 * A sound of the player's own: its bytes are in the database of sounds, whole where it is `here`, in part while it is `arriving`; it is `lost` where
 * that database lacks it. Its moment, when it came to be so, is text, as it was written from the first on.
 */
export interface AssetRow extends Model<InferAttributes<AssetRow>, InferCreationAttributes<AssetRow>> {
  sha256: string
  type: SoundType
  bytes: number
  state: 'arriving' | 'here' | 'lost'
  createdAt: string
}

/** The player's note on a day. */
interface DayRow extends Model<InferAttributes<DayRow>, InferCreationAttributes<DayRow>> {
  day: string
  note: string
}

export interface Models {
  documents: Record<KindName, ModelStatic<DocumentRow>>
  log: ModelStatic<LogRow>
  assets: ModelStatic<AssetRow>
  days: ModelStatic<DayRow>
}

const required = (type: DataTypes.DataType) => ({ type, allowNull: false })

/** The models over the tables that the migrations made: one for each kind of document, the log, files and days. */
export function defineModels(sequelize: Sequelize): Models {
  const document = {
    id: { type: DataTypes.STRING(64), primaryKey: true },
    document: required(DataTypes.TEXT),
    summary: required(DataTypes.TEXT),
    revision: required(DataTypes.INTEGER),
    binnedAt: DataTypes.DATE,
    createdAt: DataTypes.DATE,
    updatedAt: DataTypes.DATE,
  }
  const models = KIND_NAMES.map(kind => [
    kind,
    sequelize.define<DocumentRow>(kind, document, { tableName: folderOf(kind) }),
  ])
  return {
    documents: Object.fromEntries(models) as Models['documents'],
    log: sequelize.define<LogRow>(
      'LogEntry',
      {
        id: { type: DataTypes.STRING(64), primaryKey: true },
        at: required(DataTypes.STRING(30)),
        day: required(DataTypes.STRING(10)),
        kind: required(DataTypes.STRING(10)),
        subjectId: required(DataTypes.STRING(64)),
        title: required(DataTypes.STRING(160)),
        counts: DataTypes.STRING(4),
        quarters: DataTypes.FLOAT,
        seconds: required(DataTypes.FLOAT),
        word: DataTypes.STRING(10),
        best: required(DataTypes.BOOLEAN),
        whole: required(DataTypes.BOOLEAN),
        limbs: required(DataTypes.STRING(12)),
        spread: DataTypes.FLOAT,
        planId: DataTypes.STRING(64),
        binnedAt: DataTypes.DATE,
        entry: required(DataTypes.TEXT),
      },
      { tableName: 'log', timestamps: false },
    ),
    assets: sequelize.define<AssetRow>(
      'Asset',
      {
        sha256: { type: DataTypes.STRING(64), primaryKey: true },
        type: required(DataTypes.STRING(40)),
        bytes: required(DataTypes.INTEGER),
        state: required(DataTypes.STRING(10)),
        createdAt: required(DataTypes.STRING(30)),
      },
      { tableName: 'assets', timestamps: false },
    ),
    days: sequelize.define<DayRow>(
      'Day',
      { day: { type: DataTypes.STRING(10), primaryKey: true }, note: required(DataTypes.TEXT) },
      { tableName: 'days', timestamps: false },
    ),
  }
}
