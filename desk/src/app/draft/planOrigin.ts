import { computed, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { entriesOf, facetPanelOf, isHeir, originOf, shelfOf, type OwnEntry, type Plan } from '@fond/core';
import { lineOf, type LineName } from '../wording/sentences';
import { planFeature } from './plan.feature';

export interface OwnSetting extends OwnEntry {
  key: string;
}

/** A line of the brief, or one of its fixtures. */
export type Scope = LineName | `fixture:${string}`;

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

  ownIn(scope: Scope): OwnSetting[] {
    const plan = this.plan();
    if (!plan) return [];
    return this.own().filter(({ path }) =>
      scope.startsWith('fixture:')
        ? path[0] === 'fixtures' && path[1] === scope.slice('fixture:'.length)
        : lineOf(path, plan) === scope,
    );
  }

  /** The name of the plan that something without own settings comes from: the base, or one further up. */
  from(scope: Scope, otherwise: string): string {
    const plan = this.plan();
    if (!plan) return otherwise;
    const id = originOf(this.bases(), pathOf(scope, plan));
    return this.bases().find((base) => base.id === id)?.name ?? otherwise;
  }
}

/** Where what a scope is about stands in a plan. */
function pathOf(scope: Scope, plan: Plan): string[] {
  if (scope.startsWith('fixture:')) return ['fixtures', scope.slice('fixture:'.length)];
  switch (scope) {
    case 'badges':
    case 'productPage':
    case 'look':
      return [scope];
    case 'facets':
      return ['fixtures', facetPanelOf(plan)?.id ?? 'facets'];
    case 'range':
    case 'order':
    case 'card':
    case 'inserts':
      return ['fixtures', shelfOf(plan)?.id ?? 'shelf', scope];
    case 'grid':
      return ['fixtures', shelfOf(plan)?.id ?? 'shelf', 'columns'];
    default:
      return ['fixtures'];
  }
}
