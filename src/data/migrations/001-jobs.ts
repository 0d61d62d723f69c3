import { DataTypes, type QueryInterface, type Transaction } from 'sequelize';

/** Jobs and the revisions of their documents. */
export async function up(db: QueryInterface, transaction: Transaction): Promise<void> {
  await db.createTable('jobs', {
    id: { type: DataTypes.STRING, primaryKey: true },
    name: { type: DataTypes.STRING, allowNull: false },
    head: { type: DataTypes.INTEGER },
    version: { type: DataTypes.INTEGER, allowNull: false },
    deletedAt: { type: DataTypes.DATE },
    createdAt: { type: DataTypes.DATE, allowNull: false },
    updatedAt: { type: DataTypes.DATE, allowNull: false },
  }, { transaction });
  await db.createTable('revisions', {
    id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
    jobId: { type: DataTypes.STRING, allowNull: false, references: { model: 'jobs', key: 'id' }, onDelete: 'CASCADE' },
    parent: { type: DataTypes.INTEGER, references: { model: 'revisions', key: 'id' } },
    kept: { type: DataTypes.STRING, allowNull: false },
    document: { type: DataTypes.TEXT, allowNull: false },
    createdAt: { type: DataTypes.DATE, allowNull: false },
  }, { transaction });
  await db.addIndex('revisions', ['jobId', 'parent'], { transaction });
}

export async function down(db: QueryInterface, transaction: Transaction): Promise<void> {
  await db.dropTable('revisions', { transaction });
  await db.dropTable('jobs', { transaction });
}
