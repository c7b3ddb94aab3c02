import { DataTypes } from 'sequelize'

/** Columns of the first tables; a later migration that needs others writes its own and leaves these as they were. */
export const required = (type: DataTypes.DataType) => ({ type, allowNull: false })

/** A document with its revision, and when it was thrown away. */
export const document = {
  id: { type: DataTypes.STRING(64), primaryKey: true },
  document: required(DataTypes.TEXT),
  revision: required(DataTypes.INTEGER),
  binnedAt: DataTypes.DATE,
  createdAt: required(DataTypes.DATE),
  updatedAt: required(DataTypes.DATE),
}
