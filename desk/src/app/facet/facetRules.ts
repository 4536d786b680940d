import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Problem } from '@fond/contract';
import { USUAL_SHOW, type FacetChoice, type IndexedValue, type ValueFate } from '@fond/core';
import { ExplainApi } from '../api/explainApi';
import { PlanEditor } from '../draft/planEditor';
import { typedSteps } from '../field/lists';
import { Stepper } from '../field/stepper';
import { AislePick } from '../aisle/aislePick';
import { floorFeature } from '../store/floor.feature';
import { facetWords } from '../wording/words';

const WHY: Readonly<Record<ValueFate['why'], string>> = {
  offered: 'offered',
  hidden: 'hidden',
  gathered: 'gathered',
  nothing: 'nothing here has it',
};

/** Where a filter is shown, and what it offers otherwise than its attribute says. */
@Component({
  selector: 'desk-facet-rules',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AislePick, RouterLink, Stepper],
  templateUrl: './facetRules.html',
  styleUrl: './facetRules.scss',
})
export class FacetRules {
  private readonly api = inject(ExplainApi);
  private readonly editor = inject(PlanEditor);
  private readonly floor = inject(Store).selectSignal(floorFeature.selectFloor);
  readonly choice = input.required<FacetChoice>();
  readonly changed = output<{ what: string; change: Partial<FacetChoice> }>();
  protected readonly fault = signal('');
  protected readonly fates = signal<readonly ValueFate[] | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly lang = this.editor.lang;
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

  protected putSteps(field: HTMLInputElement): void {
    const steps = typedSteps(field.value);
    this.fault.set(steps === null ? `“${field.value}” is not taken: give numbers such as 10 20 30.` : '');
    const { control } = this.choice();
    const without = control === 'steps' ? 'auto' : control;
    if (steps)
      this.put('steps', steps.length ? { steps, control: 'steps' } : { steps: null, control: without });
  }

  protected ask(): void {
    const plan = this.editor.plan();
    if (this.fates() !== null || !plan) return this.fates.set(null);
    this.problem.set(null);
    this.api.values(plan, this.editor.address(), this.choice().key).subscribe({
      next: (fates) => this.fates.set(fates),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected isHidden({ value, why }: ValueFate): boolean {
    return this.choice().values?.hidden.includes(value) ?? why === 'hidden';
  }

  protected why(fate: ValueFate): string {
    if (this.isHidden(fate)) return WHY.hidden;
    return WHY[fate.why === 'hidden' ? 'offered' : fate.why];
  }

  /** What the plan says of one value, it says of all: the attribute's own order and hiding hold no more. */
  protected hide(value: string, hidden: boolean): void {
    const inherited = (this.fates() ?? []).filter(({ why }) => why === 'hidden').map((one) => one.value);
    const own = this.choice().values ?? { order: USUAL_SHOW.order, hidden: inherited };
    const others = own.hidden.filter((one) => one !== value);
    this.put('its own values', { values: { ...own, hidden: hidden ? [...others, value] : others } });
  }

  protected isIndexed(value: string): boolean {
    return this.choice().indexed.some((one) => one.value === value);
  }

  protected index(value: string): void {
    const others = this.choice().indexed.filter((one) => one.value !== value);
    this.put('pages for search engines', {
      indexed: this.isIndexed(value) ? others : [...others, { value, title: {}, words: {} }],
    });
  }

  protected word(page: IndexedValue, field: 'title' | 'words', text: string): void {
    const { [this.lang()]: _, ...others } = page[field];
    const texts = text.trim() ? { ...others, [this.lang()]: text.trim() } : others;
    this.put('pages for search engines', {
      indexed: this.choice().indexed.map((one) => (one === page ? { ...one, [field]: texts } : one)),
    });
  }
}
