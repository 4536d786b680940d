import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import type { AttributeValues, Problem } from '@fond/contract';
import {
  own,
  sameValue,
  USUAL_VALUES,
  type FacetChoice,
  type IndexedValue,
  type PlanValues,
  type ValueFate,
  type ValueShow,
} from '@fond/core';
import { asking } from '../api/asking';
import { CatalogueApi } from '../api/catalogueApi';
import { ExplainApi } from '../api/explainApi';
import { ValueShowFields } from '../catalogue/values/valueShowFields';
import { PlanEditor } from '../draft/planEditor';

const WHY: Readonly<Record<ValueFate['why'], string>> = {
  offered: 'offered',
  hidden: 'hidden',
  gathered: 'gathered',
  nothing: 'nothing here has it',
};

/** The values of a filter as this plan shows them: in an order, in groups and by words of its own, and for search engines. */
@Component({
  selector: 'desk-facet-values',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, ValueShowFields],
  templateUrl: './facetValues.html',
  styleUrl: './facetRules.scss',
})
export class FacetValues {
  private readonly api = inject(ExplainApi);
  private readonly catalogue = inject(CatalogueApi);
  private readonly editor = inject(PlanEditor);
  readonly choice = input.required<FacetChoice>();
  readonly name = input.required<string>();
  readonly changed = output<{ what: string; change: Partial<FacetChoice> }>();
  protected readonly open = signal(false);
  protected readonly fates = signal<readonly ValueFate[] | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly lang = this.editor.lang;
  protected readonly languages = computed(() => this.editor.vocabulary()?.languages ?? ['en']);
  /** What the attribute says, once there is something to put in its place. */
  protected readonly attribute = signal<AttributeValues | null>(null);
  private readonly key = computed(() => this.choice().key);
  protected readonly shown = computed((): ValueShow | null => {
    const [values, attribute] = [this.choice().values, this.attribute()];
    if (!values || !attribute) return null;
    const { order, scale, hidden, families } = values;
    return { order, scale, hidden, families: families ?? attribute.shown.families, steps: [] };
  });

  constructor() {
    asking(
      () => {
        const [plan, address] = [this.editor.plan(), this.editor.address()];
        return plan && this.open() ? { plan, address, key: this.key() } : null;
      },
      ({ plan, address, key }) =>
        this.api.values(plan, address, key).subscribe({
          next: (fates) => {
            this.fates.set(fates);
            this.problem.set(null);
          },
          error: (problem: Problem) => this.problem.set(problem),
        }),
    );
    effect((onCleanup) => {
      if (this.choice().values === null && !this.open()) return;
      const asked = this.catalogue.attributeValues(this.key()).subscribe({
        next: (found) => this.attribute.set(found),
        error: (problem: Problem) => this.problem.set(problem),
      });
      onCleanup(() => asked.unsubscribe());
    });
  }

  protected put(what: string, change: Partial<FacetChoice>): void {
    this.changed.emit({ what: `${what} of filter ${this.key()}`, change });
  }

  /** As the draft has it: what is drawn may lag behind by an edit that was made a moment ago. */
  private current(): FacetChoice {
    return this.editor.panel()?.facets.find(({ key }) => key === this.key()) ?? this.choice();
  }

  /** What this plan says; from what the attribute says, as long as it says nothing. */
  private owned(): PlanValues {
    const { order, scale, hidden } = this.attribute()?.shown ?? USUAL_VALUES;
    return this.current().values ?? { ...USUAL_VALUES, order, scale, hidden };
  }

  private own(change: Partial<PlanValues>): void {
    this.put('its own values', { values: { ...this.owned(), ...change } });
  }

  protected begin(): void {
    this.own({});
  }

  protected show({ order, scale, hidden, families }: ValueShow): void {
    const same = sameValue(families, this.attribute()?.shown.families);
    this.own({ order, scale, hidden, families: same ? null : families });
  }

  protected isHidden({ value, why }: ValueFate): boolean {
    return this.choice().values?.hidden.includes(value) ?? why === 'hidden';
  }

  protected why(fate: ValueFate): string {
    if (this.isHidden(fate)) return WHY.hidden;
    return WHY[fate.why === 'hidden' ? 'offered' : fate.why];
  }

  protected hide(value: string, hidden: boolean): void {
    const others = this.owned().hidden.filter((one) => one !== value);
    this.own({ hidden: hidden ? [...others, value] : others });
  }

  /** What a value is called in this plan; empty for what it is called everywhere. */
  protected called(value: string): string {
    const named = this.choice().values?.labels.find((one) => one.value === value);
    return own(named?.label ?? {}, this.lang()) ?? '';
  }

  protected call(value: string, text: string): void {
    const { labels } = this.owned();
    const { [this.lang()]: _, ...others } = labels.find((one) => one.value === value)?.label ?? {};
    const label = text.trim() ? { ...others, [this.lang()]: text.trim() } : others;
    const rest = labels.filter((one) => one.value !== value);
    this.own({ labels: Object.keys(label).length ? [...rest, { value, label }] : rest });
  }

  protected isIndexed(value: string): boolean {
    return this.choice().indexAll || this.choice().indexed.some((one) => one.value === value);
  }

  protected index(value: string): void {
    const others = this.current().indexed.filter((one) => one.value !== value);
    this.put('pages for search engines', {
      indexed:
        others.length < this.current().indexed.length ? others : [...others, { value, title: {}, words: {} }],
    });
  }

  protected word({ value }: IndexedValue, field: 'title' | 'words', text: string): void {
    const said = text.trim();
    this.put('pages for search engines', {
      indexed: this.current().indexed.map((one) => {
        if (one.value !== value) return one;
        const { [this.lang()]: _, ...others } = one[field];
        return { ...one, [field]: said ? { ...others, [this.lang()]: said } : others };
      }),
    });
  }
}
