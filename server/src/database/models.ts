import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from 'sequelize';
import type { ImportReport, JobProgress, JobState } from '@fond/contract';
import { upgradeEdition, upgradePlan, type Edition, type Plan, type RangeRule } from '@fond/core';

export class UserModel extends Model<InferAttributes<UserModel>, InferCreationAttributes<UserModel>> {
  declare id: CreationOptional<number>;
  declare email: string;
  declare name: string;
  declare passwordHash: string;
  declare createdAt: Date;
}

export class PlanModel extends Model<InferAttributes<PlanModel>, InferCreationAttributes<PlanModel>> {
  declare id: string;
  /** In the form of the release that saved it; read it through `planOf`. */
  declare document: unknown;
  declare version: number;
  declare updatedAt: Date;
  declare updatedBy: number | null;
}

export class EditionModel extends Model<
  InferAttributes<EditionModel>,
  InferCreationAttributes<EditionModel>
> {
  declare number: number;
  /** In the form of its time; read it through `editionOf`. */
  declare document: unknown;
  declare hash: string;
  declare note: string;
  declare publishedAt: Date;
  declare publishedBy: number | null;
}

export class SavedRangeModel extends Model<
  InferAttributes<SavedRangeModel>,
  InferCreationAttributes<SavedRangeModel>
> {
  declare id: string;
  declare name: string;
  declare rule: RangeRule;
  declare version: number;
  declare updatedAt: Date;
  declare updatedBy: number | null;
}

export class LiveEditionModel extends Model<
  InferAttributes<LiveEditionModel>,
  InferCreationAttributes<LiveEditionModel>
> {
  declare id: number;
  declare number: number;
}

export class JobModel extends Model<InferAttributes<JobModel>, InferCreationAttributes<JobModel>> {
  declare id: string;
  declare kind: 'import';
  declare state: JobState;
  declare progress: JobProgress;
  declare report: ImportReport | null;
  declare failure: string | null;
  declare createdAt: Date;
  declare finishedAt: Date | null;
  declare createdBy: number | null;
}

export class ActivityModel extends Model<
  InferAttributes<ActivityModel>,
  InferCreationAttributes<ActivityModel>
> {
  declare id: CreationOptional<number>;
  declare at: Date;
  declare userId: number | null;
  declare action: string;
  declare subject: string;
  declare detail: object;
}

export class SettingModel extends Model<
  InferAttributes<SettingModel>,
  InferCreationAttributes<SettingModel>
> {
  declare name: string;
  declare value: unknown;
}

/** Ties the models to a connection. One process talks to one database. */
export function defineModels(sequelize: Sequelize): void {
  // Fresh objects each time: Sequelize writes each column's name into its definition.
  const id = () => ({ type: DataTypes.INTEGER.UNSIGNED, primaryKey: true, autoIncrement: true });
  const text = () => ({ type: DataTypes.STRING, allowNull: false });
  const time = () => ({ type: DataTypes.DATE(3), allowNull: false });
  const maybeTime = () => ({ type: DataTypes.DATE(3), allowNull: true });
  const json = () => ({ type: DataTypes.JSON, allowNull: false });
  const user = () => ({ type: DataTypes.INTEGER.UNSIGNED, allowNull: true });
  const whole = () => ({ type: DataTypes.INTEGER.UNSIGNED, allowNull: false });
  UserModel.init(
    { id: id(), email: text(), name: text(), passwordHash: text(), createdAt: time() },
    { sequelize, tableName: 'users' },
  );
  PlanModel.init(
    {
      id: { ...text(), primaryKey: true },
      document: json(),
      version: whole(),
      updatedAt: time(),
      updatedBy: user(),
    },
    { sequelize, tableName: 'plans' },
  );
  SavedRangeModel.init(
    {
      id: { ...text(), primaryKey: true },
      name: text(),
      rule: json(),
      version: whole(),
      updatedAt: time(),
      updatedBy: user(),
    },
    { sequelize, tableName: 'saved_ranges' },
  );
  EditionModel.init(
    {
      number: { ...whole(), primaryKey: true },
      document: json(),
      hash: text(),
      note: text(),
      publishedAt: time(),
      publishedBy: user(),
    },
    { sequelize, tableName: 'editions' },
  );
  LiveEditionModel.init(
    { id: { ...whole(), primaryKey: true }, number: whole() },
    { sequelize, tableName: 'live_edition' },
  );
  JobModel.init(
    {
      id: { ...text(), primaryKey: true },
      kind: text(),
      state: text(),
      progress: json(),
      report: { type: DataTypes.JSON, allowNull: true },
      failure: { type: DataTypes.TEXT, allowNull: true },
      createdAt: time(),
      finishedAt: maybeTime(),
      createdBy: user(),
    },
    { sequelize, tableName: 'jobs' },
  );
  ActivityModel.init(
    { id: id(), at: time(), userId: user(), action: text(), subject: text(), detail: json() },
    { sequelize, tableName: 'activity' },
  );
  SettingModel.init(
    { name: { ...text(), primaryKey: true }, value: json() },
    { sequelize, tableName: 'settings' },
  );
}

/** A plan's draft in today's form. */
export const planOf = (row: PlanModel): Plan => upgradePlan(row.document);

/** What an edition holds, in today's form. */
export const editionOf = (row: EditionModel): Edition => upgradeEdition(row.number, row.document);
