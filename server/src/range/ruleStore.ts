import { randomUUID } from 'node:crypto';
import type { Model, ModelStatic, Sequelize, Transaction } from 'sequelize';
import type { EditionSummary, PlanChanges, ProblemName, RuleUse, StoredRule } from '@fond/contract';
import { sameValue, type Edition, type Plan } from '@fond/core';
import { recordActivity } from '../activity/activity';
import { PlanModel, UserModel } from '../database/models';
import { refuseTaken } from '../database/unique';
import { inUnit } from '../database/unit';
import { fillDrafts } from '../document/filledDrafts';
import { publishBeneath, readLiveEdition } from '../edition/editions';
import { aisleChanges, changedProductPages } from '../finding/aisleChanges';
import type { ServingState } from '../serving/servingHost';
import { publicationFindings } from '../finding/publicationFindings';
import { problem } from '../problem/problem';

/** What the rows of every kind of rule have. */
export interface RuleRow extends Model {
  id: string;
  name: string;
  version: number;
  updatedAt: Date;
  updatedBy: number | null;
}

/** A kind of rule that has a name and is used by plans: what differs between kinds. */
export interface RuleKind<Row extends RuleRow, Rule extends { id: string; name: string }> {
  /** Its word in the record and in messages. */
  word: 'range' | 'blend';
  model: ModelStatic<Row>;
  /** The rule without its id and its name, as the row stores it. */
  body: (rule: Omit<Rule, 'id' | 'name'>) => Omit<Rule, 'id' | 'name'>;
  usedBy: (plan: Plan) => readonly string[];
  /** The rules of its kind that an edition holds, and the edition with one of them put in place. */
  heldIn: (edition: Edition) => readonly Rule[];
  putIn: (edition: Edition, rule: Rule) => Edition;
  inUse: ProblemName;
}

/** A draft that can be worked on, filled in. */
interface OpenDraft {
  plan: Plan;
  aside: boolean;
}

async function openDrafts(): Promise<OpenDraft[]> {
  const [rows, live] = await Promise.all([PlanModel.findAll(), readLiveEdition()]);
  const aside = new Set(rows.flatMap(({ id, standing }) => (standing === 'aside' ? [id] : [])));
  return fillDrafts(rows, live.documents).map((plan) => ({ plan, aside: aside.has(plan.id) }));
}

/**
 * Rules with a name: kept, changed over the version that one has seen, and published by themselves under the plans as they
 * are live. Shoppers see a change when a plan that uses the rule is published, or the rule itself.
 */
export class RuleStore<Row extends RuleRow, Rule extends { id: string; name: string }> {
  constructor(private readonly kind: RuleKind<Row, Rule>) {}

  private ruleOf(row: Row): Rule {
    const stored = row as unknown as Rule;
    return { id: row.id, name: row.name, ...this.kind.body(stored) } as Rule;
  }

  /** All of them as the core reads them. */
  async all(transaction?: Transaction): Promise<Rule[]> {
    const rows = await this.kind.model.findAll({ order: [['name', 'ASC']], transaction });
    return rows.map((row) => this.ruleOf(row));
  }

  private usesOf(drafts: readonly OpenDraft[], id: string): RuleUse[] {
    return drafts
      .filter(({ plan }) => this.kind.usedBy(plan).includes(id))
      .map(({ plan, aside }) => ({ plan: { id: plan.id, name: plan.name }, aside }));
  }

  private async describe(row: Row, drafts: readonly OpenDraft[]): Promise<Rule & StoredRule> {
    const author = row.updatedBy === null ? null : await UserModel.findByPk(row.updatedBy);
    return {
      ...this.ruleOf(row),
      version: row.version,
      updatedAt: row.updatedAt.toISOString(),
      updatedBy: author?.name ?? 'Fond Aisle',
      usedIn: this.usesOf(drafts, row.id),
    };
  }

  private async rowOf(id: string, transaction?: Transaction): Promise<Row> {
    const row = await this.kind.model.findByPk(
      id,
      transaction && { transaction, lock: transaction.LOCK.UPDATE },
    );
    if (!row) throw problem('not-found', `There is no such ${this.kind.word}. It may have been deleted.`);
    return row;
  }

  async list(): Promise<(Rule & StoredRule)[]> {
    const [rows, drafts] = await Promise.all([
      this.kind.model.findAll({ order: [['name', 'ASC']] }),
      openDrafts(),
    ]);
    return Promise.all(rows.map((row) => this.describe(row, drafts)));
  }

  async read(id: string): Promise<Rule & StoredRule> {
    return this.describe(await this.rowOf(id), await openDrafts());
  }

  /** Two of one name could not be told apart where they are chosen. */
  private withUniqueName<T>(name: string, write: Promise<T>): Promise<T> {
    const message = `“${name}” is the name of another ${this.kind.word} already`;
    return refuseTaken(write, { path: 'name', message });
  }

  async create(
    sequelize: Sequelize,
    input: Omit<Rule, 'id'>,
    userId: number | null,
  ): Promise<Rule & StoredRule> {
    const id = randomUUID();
    const { word } = this.kind;
    await this.withUniqueName(
      input.name,
      inUnit(sequelize, async (transaction) => {
        await this.insert({ ...input, id } as Rule, userId, transaction);
        await recordActivity(
          { userId, action: 'create', subject: `${word}:${id}`, detail: { name: input.name } },
          transaction,
        );
      }),
    );
    return this.read(id);
  }

  /** Writes one as it is, within the caller's transaction. */
  async insert(rule: Rule, userId: number | null, transaction: Transaction): Promise<void> {
    const { id, name } = rule;
    const row = { id, name, ...this.kind.body(rule), version: 1, updatedAt: new Date(), updatedBy: userId };
    await this.kind.model.create(row as never, { transaction });
  }

  private async refuseNewer(row: Row, version: number): Promise<void> {
    if (row.version !== version)
      throw problem(
        'newer-draft',
        `Somebody saved version ${row.version} while you edited version ${version}. Load it, or save yours over it.`,
        undefined,
        { theirs: await this.describe(row, []) },
      );
  }

  /** Saves over the version the caller has seen. The same once more is the same save. */
  async save(
    sequelize: Sequelize,
    id: string,
    { version, ...input }: Omit<Rule, 'id'> & { version: number },
    userId: number,
  ): Promise<Rule & StoredRule> {
    const rule = { ...input, id } as unknown as Rule;
    const { name } = rule;
    await this.withUniqueName(
      name,
      inUnit(sequelize, async (transaction) => {
        const row = await this.rowOf(id, transaction);
        const body = this.kind.body(rule);
        if (row.name === name && sameValue(this.kind.body(this.ruleOf(row)), body)) return;
        await this.refuseNewer(row, version);
        const next = { name, ...body, version: version + 1, updatedAt: new Date(), updatedBy: userId };
        await row.update(next, { transaction });
        await recordActivity(
          {
            userId,
            action: 'save',
            subject: `${this.kind.word}:${id}`,
            detail: { name, version: version + 1 },
          },
          transaction,
        );
      }),
    );
    return this.read(id);
  }

  async remove(sequelize: Sequelize, id: string, userId: number): Promise<void> {
    const { word } = this.kind;
    await inUnit(sequelize, async (transaction) => {
      const row = await this.rowOf(id, transaction);
      const uses = this.usesOf(await openDrafts(), id);
      if (uses.length)
        throw problem(
          this.kind.inUse,
          `${uses.map(({ plan }) => `“${plan.name}”`).join(', ')} ${uses.length === 1 ? 'uses' : 'use'} it. Give ${uses.length === 1 ? 'that plan' : 'those plans'} another ${word} first.`,
        );
      const detail = { name: row.name, ...this.kind.body(this.ruleOf(row)) };
      await row.destroy({ transaction });
      await recordActivity({ userId, action: 'delete', subject: `${word}:${id}`, detail }, transaction);
    });
  }

  /** The aisles that would look different if one were published by itself. */
  async changes(sequelize: Sequelize, serving: ServingState, id: string): Promise<PlanChanges> {
    const { snapshot } = serving;
    const [row, live] = await Promise.all([this.rowOf(id), readLiveEdition()]);
    const after = this.kind.putIn(live, this.ruleOf(row));
    const changes = aisleChanges(snapshot, live, after);
    return {
      changes,
      productPages: changedProductPages(snapshot, live, after),
      disputes: [],
      heirs: [],
      faults: [],
      covered: [],
      findings: await publicationFindings(sequelize, serving, { before: live, after }, [], changes),
    };
  }

  /** Publishes one, at the version the caller has seen, under all plans as they are live. */
  publish(
    sequelize: Sequelize,
    id: string,
    { version, note: wish }: { version: number; note: string },
    userId: number,
  ): Promise<EditionSummary> {
    const { word } = this.kind;
    return publishBeneath(
      sequelize,
      async (live, transaction) => {
        const row = await this.rowOf(id, transaction);
        await this.refuseNewer(row, version);
        if (!this.kind.heldIn(live).some((rule) => rule.id === id))
          throw problem(
            'nothing-to-publish',
            `No published plan uses this ${word} yet; publish one that does.`,
          );
        const { documents, ranges, blends } = this.kind.putIn(live, this.ruleOf(row));
        const note = wish || `${word === 'range' ? 'Range' : 'Blend'} “${row.name}”`;
        return { documents, ranges, blends, note };
      },
      userId,
    );
  }
}
