import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from 'sequelize';
import type {
  DraftVersion,
  ImportReport,
  JobKind,
  JobProgress,
  JobState,
  NamedPlan,
  PublicationRequest,
  Role,
} from '@fond/contract';
import type { EditionNote } from './editionNote';
import type { FontFacts } from './fontFacts';
import {
  upgradeContent,
  type BlendFactor,
  type DesignContent,
  upgradeEdition,
  upgradePlan,
  type Edition,
  type EditionContent,
  type Layers,
  type PlanDocument,
  type TrialGoal,
  type TrialVersion,
  type PlanKind,
  type RangeRule,
  type RedirectCode,
} from '@fond/core';

export class UserModel extends Model<InferAttributes<UserModel>, InferCreationAttributes<UserModel>> {
  declare id: CreationOptional<number>;
  /** Null once the person has been removed, so that the address may be used again. */
  declare email: string | null;
  declare name: string;
  declare passwordHash: string;
  declare role: CreationOptional<Role>;
  declare createdAt: Date;
  declare removedAt: CreationOptional<Date | null>;
  /** Sessions that began before are over. */
  declare sessionsFrom: CreationOptional<Date | null>;
}

export class PlanModel extends Model<InferAttributes<PlanModel>, InferCreationAttributes<PlanModel>> {
  declare id: string;
  /** In the form of the release that saved it; read it through `planOf`. */
  declare document: unknown;
  /** Of the document, filled in by the database. */
  declare readonly name: CreationOptional<string>;
  /** Of the document, filled in by the database. */
  declare readonly kind: CreationOptional<PlanKind>;
  /** Of an heir's document, filled in by the database. */
  declare readonly base: CreationOptional<string | null>;
  declare version: number;
  declare standing: CreationOptional<PlanStanding>;
  /** Words of the merchandisers to each other. */
  declare note: CreationOptional<string>;
  declare updatedAt: Date;
  declare updatedBy: number | null;
}

/** Where a plan stands: open to work on, put aside, or deleted and still to be had back. */
export type PlanStanding = 'open' | 'aside' | 'deleted';

export class EditionModel extends Model<
  InferAttributes<EditionModel>,
  InferCreationAttributes<EditionModel>
> {
  declare number: number;
  /** In the form of its time; read it through `editionOf`. */
  declare document: unknown;
  declare hash: string;
  /** Null only until an earlier release's edition has been summarised. */
  declare summary: EditionNote | null;
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

export class BlendModel extends Model<InferAttributes<BlendModel>, InferCreationAttributes<BlendModel>> {
  declare id: string;
  declare name: string;
  declare factors: readonly BlendFactor[];
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

export class CampaignModel extends Model<
  InferAttributes<CampaignModel>,
  InferCreationAttributes<CampaignModel>
> {
  declare id: string;
  declare name: string;
  declare zone: string;
  declare startsLocal: string;
  declare endsLocal: string | null;
  declare startsAt: Date;
  declare endsAt: Date | null;
  /** The plans as they were scheduled, and the ranges they use. */
  declare content: EditionContent;
  declare state: CreationOptional<'waiting' | 'running' | 'over' | 'called-off'>;
  declare trouble: CreationOptional<string | null>;
  declare createdAt: Date;
  declare createdBy: number | null;
}

export class TrialModel extends Model<InferAttributes<TrialModel>, InferCreationAttributes<TrialModel>> {
  declare id: string;
  declare name: string;
  declare planId: string;
  declare goal: TrialGoal;
  /** The smallest difference worth knowing, in percent. */
  declare smallest: number;
  /** As they were put in; read them through `versionsOf`. */
  declare versions: unknown;
  declare state: CreationOptional<'ready' | 'running' | 'ended' | 'called-off'>;
  /** Index of the version that was published at the end. */
  declare kept: CreationOptional<number | null>;
  declare createdAt: Date;
  declare createdBy: number | null;
  declare startedAt: CreationOptional<Date | null>;
  declare endedAt: CreationOptional<Date | null>;
}
export class RedirectModel extends Model<
  InferAttributes<RedirectModel>,
  InferCreationAttributes<RedirectModel>
> {
  declare id: CreationOptional<number>;
  declare fromPath: string;
  declare toPath: string | null;
  declare code: RedirectCode;
  declare automatic: CreationOptional<boolean>;
  declare createdAt: Date;
  declare createdBy: number | null;
}

export class DesignModel extends Model<InferAttributes<DesignModel>, InferCreationAttributes<DesignModel>> {
  declare id: CreationOptional<number>;
  declare name: string;
  declare about: string;
  declare content: DesignContent;
  declare createdAt: Date;
  declare createdBy: number | null;
}

export class FontModel extends Model<InferAttributes<FontModel>, InferCreationAttributes<FontModel>> {
  declare id: string;
  declare name: string;
  declare facts: FontFacts;
  declare licence: string;
  declare content: Buffer;
  declare away: CreationOptional<boolean>;
  declare createdAt: Date;
  declare createdBy: number | null;
}

export class PresenceModel extends Model<
  InferAttributes<PresenceModel>,
  InferCreationAttributes<PresenceModel>
> {
  declare planId: string;
  declare userId: number;
  declare seenAt: Date;
}

export class PublicationRequestModel extends Model<
  InferAttributes<PublicationRequestModel>,
  InferCreationAttributes<PublicationRequestModel>
> {
  declare id: CreationOptional<number>;
  declare plans: readonly (NamedPlan & DraftVersion)[];
  /** What is asked for where it isn't the publication of drafts. */
  declare operation: CreationOptional<string | null>;
  declare wish: CreationOptional<{ params: object; body: object } | null>;
  declare words: CreationOptional<string>;
  declare note: string;
  declare state: CreationOptional<PublicationRequest['state']>;
  declare askedAt: Date;
  declare askedBy: number | null;
  declare answeredBy: CreationOptional<number | null>;
  declare answer: CreationOptional<string>;
}

export class JobModel extends Model<InferAttributes<JobModel>, InferCreationAttributes<JobModel>> {
  declare id: string;
  declare kind: JobKind;
  declare state: JobState;
  declare progress: JobProgress;
  declare report: ImportReport | null;
  /** Of an import, all that are kept; null where there is none. */
  declare faults: ImportReport['errors'] | null;
  declare failure: string | null;
  declare createdAt: Date;
  declare finishedAt: Date | null;
  declare createdBy: number | null;
  /** The process that runs it, and until when it is held to be alive. */
  declare server: string | null;
  declare leaseUntil: Date | null;
  declare stopAsked: CreationOptional<boolean>;
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
    {
      id: id(),
      email: { ...text(), allowNull: true },
      name: text(),
      passwordHash: text(),
      role: { ...text(), defaultValue: 'owner' },
      createdAt: time(),
      removedAt: maybeTime(),
      sessionsFrom: maybeTime(),
    },
    { sequelize, tableName: 'users' },
  );
  PlanModel.init(
    {
      id: { ...text(), primaryKey: true },
      document: json(),
      name: { type: DataTypes.STRING },
      kind: { type: DataTypes.STRING },
      base: { type: DataTypes.STRING },
      version: whole(),
      standing: { ...text(), defaultValue: 'open' },
      note: { ...text(), defaultValue: '' },
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
  BlendModel.init(
    {
      id: { ...text(), primaryKey: true },
      name: text(),
      factors: json(),
      version: whole(),
      updatedAt: time(),
      updatedBy: user(),
    },
    { sequelize, tableName: 'blends' },
  );
  EditionModel.init(
    {
      number: { ...whole(), primaryKey: true },
      document: json(),
      hash: text(),
      summary: { type: DataTypes.JSON, allowNull: true },
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
  CampaignModel.init(
    {
      id: { ...text(), primaryKey: true },
      name: text(),
      zone: text(),
      startsLocal: text(),
      endsLocal: { ...text(), allowNull: true },
      startsAt: time(),
      endsAt: maybeTime(),
      content: json(),
      state: { ...text(), defaultValue: 'waiting' },
      trouble: { ...text(), allowNull: true },
      createdAt: time(),
      createdBy: user(),
    },
    { sequelize, tableName: 'campaigns' },
  );
  TrialModel.init(
    {
      id: { ...text(), primaryKey: true },
      name: text(),
      planId: text(),
      goal: text(),
      smallest: whole(),
      versions: json(),
      state: { ...text(), defaultValue: 'ready' },
      kept: { ...whole(), allowNull: true },
      createdAt: time(),
      createdBy: user(),
      startedAt: maybeTime(),
      endedAt: maybeTime(),
    },
    { sequelize, tableName: 'trials' },
  );
  RedirectModel.init(
    {
      id: id(),
      fromPath: text(),
      toPath: { ...text(), allowNull: true },
      code: whole(),
      automatic: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      createdAt: time(),
      createdBy: user(),
    },
    { sequelize, tableName: 'redirects' },
  );
  DesignModel.init(
    {
      id: id(),
      name: text(),
      about: text(),
      content: json(),
      createdAt: time(),
      createdBy: user(),
    },
    { sequelize, tableName: 'designs' },
  );
  FontModel.init(
    {
      id: { ...text(), primaryKey: true },
      name: text(),
      facts: json(),
      licence: text(),
      content: { type: DataTypes.BLOB('medium'), allowNull: false },
      away: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      createdAt: time(),
      createdBy: user(),
    },
    { sequelize, tableName: 'fonts' },
  );
  PresenceModel.init(
    {
      planId: { ...text(), primaryKey: true },
      userId: { ...whole(), primaryKey: true },
      seenAt: time(),
    },
    { sequelize, tableName: 'presence' },
  );
  PublicationRequestModel.init(
    {
      id: id(),
      plans: json(),
      operation: { ...text(), allowNull: true },
      wish: { type: DataTypes.JSON, allowNull: true },
      words: { ...text(), defaultValue: '' },
      note: text(),
      state: { ...text(), defaultValue: 'waiting' },
      askedAt: time(),
      askedBy: user(),
      answeredBy: user(),
      answer: { ...text(), defaultValue: '' },
    },
    { sequelize, tableName: 'publication_requests' },
  );
  JobModel.init(
    {
      id: { ...text(), primaryKey: true },
      kind: text(),
      state: text(),
      progress: json(),
      report: { type: DataTypes.JSON, allowNull: true },
      faults: { type: DataTypes.JSON, allowNull: true },
      failure: { type: DataTypes.TEXT, allowNull: true },
      createdAt: time(),
      finishedAt: maybeTime(),
      createdBy: user(),
      server: { ...text(), allowNull: true },
      leaseUntil: maybeTime(),
      stopAsked: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
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
export const documentIn = (row: PlanModel): PlanDocument => upgradePlan(row.document);

/** What an edition holds, in today's form: what shoppers saw, or what stood beneath the campaigns that ran over it. */
export const editionOf = (row: EditionModel, layer: 'shown' | 'beneath' = 'shown'): Edition => {
  const { layers } = row.document as { layers?: Layers };
  return upgradeEdition(row.number, layer === 'beneath' && layers ? layers.beneath : row.document);
};

/** What a campaign lays over the shop, in today's form. */
export const campaignContent = ({ content }: CampaignModel): EditionContent => upgradeContent(content);

export const versionsOf = ({ versions }: TrialModel): TrialVersion[] =>
  upgradeVersions(versions as TrialVersion[]);

/** What an edition showed, as documents; nothing is filled in. */
export const contentOf = (row: EditionModel): EditionContent => upgradeContent(row.document);

/** Versions of a trial, in today's form. */
const upgradeVersions = (versions: readonly TrialVersion[]): TrialVersion[] =>
  versions.map(({ share, document, ranges, blends }) => {
    const { documents, ...rules } = upgradeContent({ documents: document ? [document] : [], ranges, blends });
    return { share, document: documents[0] ?? null, ...rules };
  });

/** An edition as layers: what people published, the campaigns that ran over it, and what was tried. */
export function layersOf({ document }: EditionModel): Layers {
  const { layers } = document as { layers?: Layers };
  const campaigns = (layers?.campaigns ?? []).map((campaign) => ({
    id: campaign.id,
    name: campaign.name,
    ...upgradeContent(campaign),
  }));
  const trials = (layers?.trials ?? []).map((trial) => ({
    ...trial,
    versions: upgradeVersions(trial.versions),
  }));
  return { beneath: upgradeContent(layers ? layers.beneath : document), campaigns, trials };
}
