import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { Store } from '@ngrx/store';
import type { FacetChoice } from '@fond/core';
import { PlanEditor } from '../draft/planEditor';
import { Stepper } from '../field/stepper';
import { StepFields } from '../catalogue/values/stepFields';
import { AislePick } from '../aisle/aislePick';
import { floorFeature } from '../store/floor.feature';
import { facetWords } from '../wording/words';
import { FacetValues } from './facetValues';

/** Where a filter is shown, where its steps begin, and what it offers otherwise than its attribute says. */
@Component({
  selector: 'desk-facet-rules',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AislePick, FacetValues, StepFields, Stepper],
  templateUrl: './facetRules.html',
  styleUrl: './facetRules.scss',
})
export class FacetRules {
  private readonly editor = inject(PlanEditor);
  private readonly floor = inject(Store).selectSignal(floorFeature.selectFloor);
  readonly choice = input.required<FacetChoice>();
  readonly changed = output<{ what: string; change: Partial<FacetChoice> }>();
  protected readonly address = this.editor.address;
  protected readonly name = computed(() =>
    facetWords(this.choice(), this.editor.vocabulary(), this.editor.lang()),
  );
  protected readonly attribute = computed(() =>
    this.editor.vocabulary()?.attributes.find(({ key }) => key === this.choice().key),
  );
  protected readonly isNumber = computed(
    () =>
      this.choice().key === 'price' || this.choice().key === 'rating' || this.attribute()?.type === 'number',
  );
  private readonly titles = computed(
    () => new Map((this.floor()?.aisles ?? []).map(({ key, title }) => [key, title])),
  );

  protected titleOf(category: number): string {
    return this.titles().get(`category:${category}`) ?? 'a category that is gone';
  }

  protected put(what: string, change: Partial<FacetChoice>): void {
    this.changed.emit({ what: `${what} of filter ${this.choice().key}`, change });
  }

  protected without(list: readonly number[], gone: number): number[] {
    return list.filter((one) => one !== gone);
  }

  /** Only categories have something below them. */
  protected addCategory(key: string): void {
    const [, id] = /^category:(\d+)$/.exec(key) ?? [];
    const { categories } = this.choice();
    if (id && !categories.includes(Number(id)))
      this.put('categories', { categories: [...categories, Number(id)] });
  }

  protected toggleHelps(): void {
    this.put('where it helps', { helps: this.choice().helps ? null : { values: 2, coverage: 40 } });
  }

  protected putSteps(steps: readonly number[]): void {
    const { control } = this.choice();
    const without = control === 'steps' ? 'auto' : control;
    this.put('steps', steps.length ? { steps, control: 'steps' } : { steps: null, control: without });
  }
}
