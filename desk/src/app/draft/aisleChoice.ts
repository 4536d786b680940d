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
    @if (path() === search()) {
      <input
        type="search"
        aria-label="What is searched for"
        placeholder="search for …"
        maxlength="200"
        [value]="sought()"
        (change)="seek($any($event.target).value)"
      />
    }
  `,
  styles: `
    :host {
      display: flex;
      gap: 6px;
    }
    select,
    input {
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
  /** Where the shop shows what is searched for. */
  protected readonly search = computed(
    () => this.floor()?.aisles.find(({ kind }) => kind === 'search')?.path ?? null,
  );
  protected readonly sought = computed(
    () => new URLSearchParams(this.editor.address().split('?')[1] ?? '').get('q') ?? '',
  );

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

  /** The search page for words as a shopper types them. */
  protected seek(q: string): void {
    const parameters = new URLSearchParams(this.editor.address().split('?')[1] ?? '');
    if (q.trim()) parameters.set('q', q.trim());
    else parameters.delete('q');
    const query = parameters.toString();
    void this.router.navigate([], {
      queryParams: { aisle: this.path() + (query ? `?${query}` : '') },
      queryParamsHandling: 'merge',
    });
  }

  protected choose(path: string): void {
    const lang = this.editor.lang();
    const own = this.editor.vocabulary()?.languages[0];
    void this.router.navigate([], {
      queryParams: { aisle: path + (lang === own ? '' : `?lang=${lang}`) },
      queryParamsHandling: 'merge',
    });
  }
}
