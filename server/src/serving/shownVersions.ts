import { plansOnTrial, versionsByPart, withVersion, type Edition, type TrialLayer } from '@fond/core';
import { sanitiseEdition } from '../document/safePlan';

interface RunningTrial {
  layer: TrialLayer;
  byPart: Uint8Array;
  /** Ids of the plans whose pages differ by it. */
  plans: ReadonlySet<string>;
  /** The first edition of which this process knows that it showed the trial. */
  since: number;
}

/** A version that a shopper sees, by its trial. */
export interface SeenVersion {
  trial: string;
  version: number;
}

const nameOf = ({ trial, version }: SeenVersion): string => `${trial}-${version}`;

/** The edition in the versions that shares of shoppers see. */
export class ShownVersions {
  private readonly trials: readonly RunningTrial[];
  private readonly editions = new Map<string, Edition>();

  /** @param before Of the edition before, which may have shown the same trials. */
  constructor(
    private readonly plain: Edition,
    layers: readonly TrialLayer[],
    before: ShownVersions | null,
  ) {
    this.trials = layers
      // Where one version can't be shown any more, nobody is told to see it.
      .filter(({ versions }) => versions.every((version) => withVersion(plain, version) !== null))
      .map((layer) => ({
        layer,
        byPart: versionsByPart(layer),
        plans: plansOnTrial(plain, layer),
        since: before?.trials.find((trial) => trial.layer.id === layer.id)?.since ?? plain.number,
      }));
  }

  /** Whether shoppers are told apart for it. */
  get any(): boolean {
    return this.trials.length > 0;
  }

  /** All that anybody sees, so that what depends on shoppers is found in all of it. */
  all(): Edition[] {
    const versions = this.trials.flatMap(({ layer }) =>
      layer.versions.map((_, version) => [{ trial: layer.id, version }]),
    );
    return [this.plain, ...versions.map((seen) => this.inVersions(seen))];
  }

  /** @param part The shopper's number, 0 to 99; null for those who see everything as it is live, as search engines do. */
  editionFor(part: number | null): Edition {
    if (part === null || !this.any) return this.plain;
    return this.inVersions(
      this.trials.map(({ layer, byPart }) => ({ trial: layer.id, version: byPart[part] })),
    );
  }

  /** The edition of a name that `Edition.version` has; the plain one where no such version is shown. */
  named(name: string): Edition {
    const seen = this.trials.flatMap(({ layer }) =>
      layer.versions
        .map((_, version) => ({ trial: layer.id, version }))
        .filter((one) => name.split('.').includes(nameOf(one))),
    );
    return this.inVersions(seen);
  }

  /**
   * What a shopper saw of each trial on a page of a plan; of several where its base is tried as well, whose versions are
   * given out independently.
   *
   * @param edition Number of the edition that made the page.
   */
  seenBy(part: number, plan: string, edition: number): SeenVersion[] {
    return this.trials
      .filter(({ plans, since }) => plans.has(plan) && edition >= since)
      .map(({ layer, byPart }) => ({ trial: layer.id, version: byPart[part] }));
  }

  private inVersions(seen: readonly SeenVersion[]): Edition {
    const others = seen.filter(({ version }) => version > 0);
    if (!others.length) return this.plain;
    const name = others.map(nameOf).join('.');
    let edition = this.editions.get(name);
    if (!edition) {
      const made = others.reduce((all, { trial, version }) => {
        const { layer } = this.trials.find((one) => one.layer.id === trial)!;
        return withVersion(all, layer.versions[version]) ?? all;
      }, this.plain);
      this.editions.set(name, (edition = { ...sanitiseEdition(made), version: name }));
    }
    return edition;
  }
}
