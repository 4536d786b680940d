import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { floorFeature } from '../store/floor.feature';
import { planFeature } from './plan.feature';
import { PlanEditor } from './planEditor';

/** The aisle that is looked at: those that the plan serves first, then all others. It stands in the desk's own address. */
@Component({
  selector: 'desk-aisle-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label>
      <span class="unseen">Aisle in the window</span>
      <select (change)="choose($any($event.target).value)">
        @if (product(); as title) {
          <option [value]="path()" selected>{{ title }}</option>
        }
        @for (group of groups(); track group.name) {
          <optgroup [label]="group.name">
            @for (option of group.options; track option.path) {
              <option [value]="option.path" [selected]="option.path === path()">{{ option.title }}</option>
            }
          </optgroup>
        }
      </select>
    </label>
  `,
  styles: `
    select {
      width: 148px;
      padding: 4px 6px;
      border: 1px solid var(--hairline);
      border-radius: 2px;
      background: var(--sheet);
      color: inherit;
      font: 600 14px/1.3 var(--text);
    }
  `,
})
export class AisleChoice {
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly editor = inject(PlanEditor);
  private readonly id = this.store.selectSignal(planFeature.selectId);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  /** Title of the product whose page is looked at; null for an aisle. */
  readonly product = input<string | null>(null);
  protected readonly path = computed(() => this.editor.address().split('?')[0]);

  protected readonly groups = computed(() => {
    const aisles = this.floor()?.aisles ?? [];
    const depths = new Map<string, number>();
    const options = aisles.map((aisle) => {
      const depth = aisle.parent === null ? 0 : (depths.get(aisle.parent) ?? 0) + 1;
      depths.set(aisle.key, depth);
      return {
        path: aisle.path,
        title: '\u00a0\u00a0'.repeat(depth) + aisle.title,
        mine: aisle.plan?.id === this.id(),
        aisle,
      };
    });
    return [
      { name: 'Served by this plan', options: options.filter(({ mine }) => mine) },
      { name: 'Other aisles', options: options.filter(({ mine }) => !mine) },
    ].filter(({ options: some }) => some.length);
  });

  protected choose(path: string): void {
    const lang = this.editor.lang();
    const own = this.editor.vocabulary()?.languages[0];
    void this.router.navigate([], {
      queryParams: { aisle: path + (lang === own ? '' : `?lang=${lang}`) },
      queryParamsHandling: 'merge',
    });
  }
}
