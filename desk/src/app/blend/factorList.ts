import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { MatSliderModule } from '@angular/material/slider';
import { BLEND_FIGURES, MAX_FACTORS, type BlendBasis, type BlendFactor, type Clause } from '@fond/core';
import { Stepper } from '../field/stepper';
import { ClauseFields } from '../range/clauseFields';
import { RangeVocabulary } from '../wording/rangeNames';
import { basisWords, leadWords } from '../wording/blendWords';

interface Offer {
  value: string;
  name: string;
  basis: BlendBasis;
}

/** The factors of a blend: the weight of each on a slider, what leads, and where a product stands that has no value. */
@Component({
  selector: 'desk-factor-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClauseFields, MatIconModule, MatSliderModule, Stepper],
  templateUrl: './factorList.html',
  styleUrl: './factorList.scss',
})
export class FactorList {
  private readonly words = inject(RangeVocabulary);
  readonly factors = input.required<readonly BlendFactor[]>();
  /** Per factor, how many products of the aisle have a value; null while nobody has counted. */
  readonly having = input<readonly { id: string; count: number }[] | null>(null);
  readonly products = input(0);
  readonly changed = output<BlendFactor[]>();

  private readonly total = computed(() => this.factors().reduce((sum, { weight }) => sum + weight, 0));
  protected readonly lines = computed(() =>
    this.factors().map((factor) => {
      const having = this.having()?.find(({ id }) => id === factor.id)?.count;
      return {
        factor,
        name: basisWords(factor.basis, this.words.names()),
        leads: leadWords(factor.basis),
        share: this.total() ? Math.round((100 * factor.weight) / this.total()) : 0,
        without: having === undefined ? 0 : this.products() - having,
        clause: clauseOf(factor.basis),
      };
    }),
  );
  protected readonly full = computed(() => this.factors().length >= MAX_FACTORS);

  protected readonly offers = computed((): Offer[] => {
    const names = this.words.names();
    const used = new Set(this.factors().map(({ basis }) => JSON.stringify(basis)));
    const attributes = this.words.words()?.attributes ?? [];
    const bases: BlendBasis[] = [
      { kind: 'newness', halfLife: 60 },
      ...BLEND_FIGURES.map((figure): BlendBasis => ({ kind: 'figure', figure })),
      ...attributes
        .filter(({ type }) => type === 'number')
        .map(({ key }): BlendBasis => ({ kind: 'number', attribute: key })),
      ...attributes
        .filter(({ type, values }) => type !== 'number' && values.length > 0)
        .map(({ key, values }): BlendBasis => ({
          kind: 'values',
          attribute: key,
          values: [values[0].value],
        })),
    ];
    return bases
      .map((basis) => ({
        value: JSON.stringify(basis),
        basis,
        name:
          basis.kind === 'values'
            ? `chosen values of ${names.attribute(basis.attribute)?.label.toLowerCase() ?? basis.attribute}`
            : basisWords(basis, names),
      }))
      .filter(({ value, basis }) => basis.kind === 'values' || !used.has(value));
  });

  protected add(field: HTMLSelectElement): void {
    const chosen = this.offers().find(({ value }) => value === field.value);
    field.value = '';
    if (!chosen) return;
    const used = new Set(this.factors().map(({ id }) => id));
    let n = 1;
    while (used.has(`factor-${n}`)) n++;
    const factor: BlendFactor = {
      id: `factor-${n}`,
      basis: chosen.basis,
      weight: 30,
      reversed: false,
      missing: 50,
    };
    this.changed.emit([...this.factors(), factor]);
  }

  protected put(factor: BlendFactor, change: Partial<BlendFactor>): void {
    this.changed.emit(this.factors().map((one) => (one === factor ? { ...one, ...change } : one)));
  }

  protected halve(factor: BlendFactor, halfLife: number): void {
    this.put(factor, { basis: { kind: 'newness', halfLife } });
  }

  protected choose(factor: BlendFactor, clause: Clause): void {
    if (clause.kind === 'attribute' && clause.values.length)
      this.put(factor, { basis: { kind: 'values', attribute: clause.attribute, values: clause.values } });
  }

  protected remove(factor: BlendFactor): void {
    this.changed.emit(this.factors().filter((one) => one !== factor));
  }
}

/** Values are chosen as in a clause. */
const clauseOf = (basis: BlendBasis): Clause | null =>
  basis.kind === 'values' ? { kind: 'attribute', attribute: basis.attribute, values: basis.values } : null;
