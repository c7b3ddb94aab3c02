import { DataTypes, type QueryInterface } from 'sequelize'

export const name = '003-recipes'

export async function up(db: QueryInterface): Promise<void> {
  await db.createTable('recipes', {
    id: { type: DataTypes.STRING(64), primaryKey: true },
    document: { type: DataTypes.TEXT, allowNull: false },
    revision: { type: DataTypes.INTEGER, allowNull: false },
    binnedAt: DataTypes.DATE,
    createdAt: { type: DataTypes.DATE, allowNull: false },
    updatedAt: { type: DataTypes.DATE, allowNull: false },
  })
}

export const down = (db: QueryInterface): Promise<void> => db.dropTable('recipes')
