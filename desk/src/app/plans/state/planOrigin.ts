import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { entriesOf, isHeir, originOf, type OwnEntry } from '@fond/core';
import { pathsOf, type PartName } from '../brief/sentences';
import { planFeature } from './plan.feature';

export interface OwnSetting extends OwnEntry {
  key: string;
}

/** What of the plan being edited is its own, and where the rest comes from. */
@Injectable({ providedIn: 'root' })
export class PlanOrigin {
  private readonly store = inject(Store);
  private readonly document = this.store.selectSignal(planFeature.selectDocument);
  private readonly bases = this.store.selectSignal(planFeature.selectBases);
  private readonly plan = this.store.selectSignal(planFeature.selectPlan);
  /** The plan it builds on, filled in; null for one that stands alone. */
  readonly base = this.store.selectSignal(planFeature.selectBase);

  /** Everything that is own, setting by setting. */
  readonly own = computed((): OwnSetting[] => {
    const document = this.document();
    if (!document || !isHeir(document)) return [];
    return entriesOf(document.own).map((entry) => ({
      ...entry,
      key: `${entry.what} ${entry.path.join('/')}`,
    }));
  });

  ownIn(part: PartName): OwnSetting[] {
    const plan = this.plan();
    if (!plan) return [];
    const paths = pathsOf(part, plan);
    return this.own().filter(({ path }) =>
      paths.some((prefix) => prefix.every((step, at) => path[at] === step)),
    );
  }

  /** The name of the plan that a part without own settings comes from: the base, or one further up. */
  from(part: PartName, otherwise: string): string {
    const plan = this.plan();
    const [path] = plan ? pathsOf(part, plan) : [];
    if (!path) return otherwise;
    const id = originOf(this.bases(), path);
    return this.bases().find((base) => base.id === id)?.name ?? otherwise;
  }
}
