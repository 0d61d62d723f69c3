import { DataTypes, type QueryInterface } from 'sequelize';

/** Jobs and the revisions of their documents. */
export async function up(db: QueryInterface): Promise<void> {
  await db.createTable('jobs', {
    id: { type: DataTypes.STRING, primaryKey: true },
    name: { type: DataTypes.STRING, allowNull: false },
    head: { type: DataTypes.INTEGER },
    version: { type: DataTypes.INTEGER, allowNull: false },
    deletedAt: { type: DataTypes.DATE },
    createdAt: { type: DataTypes.DATE, allowNull: false },
    updatedAt: { type: DataTypes.DATE, allowNull: false },
  });
  await db.createTable('revisions', {
    id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
    jobId: { type: DataTypes.STRING, allowNull: false, references: { model: 'jobs', key: 'id' }, onDelete: 'CASCADE' },
    parent: { type: DataTypes.INTEGER, references: { model: 'revisions', key: 'id' } },
    kept: { type: DataTypes.STRING, allowNull: false },
    document: { type: DataTypes.TEXT, allowNull: false },
    createdAt: { type: DataTypes.DATE, allowNull: false },
  });
  await db.addIndex('revisions', ['jobId', 'parent']);
}

export async function down(db: QueryInterface): Promise<void> {
  await db.dropTable('revisions');
  await db.dropTable('jobs');
}
