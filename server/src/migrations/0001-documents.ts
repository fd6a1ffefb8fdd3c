import { DataTypes, type QueryInterface } from 'sequelize';

const stamps = {
  createdAt: { type: DataTypes.DATE, allowNull: false },
  updatedAt: { type: DataTypes.DATE, allowNull: false },
};

/** Houses, their jobs, and every version of both that was ever saved. */
export async function up(queryInterface: QueryInterface): Promise<void> {
  const document = {
    id: { type: DataTypes.STRING(64), primaryKey: true },
    name: { type: DataTypes.STRING(120), allowNull: false },
    version: { type: DataTypes.INTEGER, allowNull: false },
    body: { type: DataTypes.TEXT, allowNull: false },
    ...stamps,
  };
  await queryInterface.createTable('houses', document);
  await queryInterface.createTable('jobs', {
    ...document,
    houseId: {
      type: DataTypes.STRING(64),
      allowNull: false,
      references: { model: 'houses', key: 'id' },
      onDelete: 'CASCADE',
    },
    signedOff: { type: DataTypes.STRING(40), allowNull: true },
  });
  await queryInterface.createTable('revisions', {
    seq: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
    kind: { type: DataTypes.STRING(8), allowNull: false },
    documentId: { type: DataTypes.STRING(64), allowNull: false },
    version: { type: DataTypes.INTEGER, allowNull: false },
    body: { type: DataTypes.TEXT, allowNull: false },
    savedAt: { type: DataTypes.DATE, allowNull: false },
  });
  await queryInterface.addIndex('revisions', ['kind', 'documentId', 'version'], { unique: true });
  await queryInterface.addIndex('jobs', ['houseId']);
}

export async function down(queryInterface: QueryInterface): Promise<void> {
  await queryInterface.dropTable('revisions');
  await queryInterface.dropTable('jobs');
  await queryInterface.dropTable('houses');
}
