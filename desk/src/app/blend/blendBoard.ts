import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import type { BlendedProduct, BlendTrial } from '@fond/contract';
import type { BlendFactor } from '@fond/core';
import { FactorTable, type ToldFactor } from '../wording/factorTable';

/** The products of an aisle in the order of a blend, with what moved; each score opens into its factors. */
@Component({
  selector: 'desk-blend-board',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FactorTable],
  templateUrl: './blendBoard.html',
  styleUrl: './blendBoard.scss',
})
export class BlendBoard {
  readonly trial = input.required<BlendTrial>();
  readonly factors = input.required<readonly BlendFactor[]>();
  protected readonly open = signal<string | null>(null);

  protected readonly opened = computed(() => {
    const product = this.trial().products.find(({ sku }) => sku === this.open());
    return product ? { title: product.title, factors: this.listFactors(product) } : null;
  });
  protected readonly moves = computed(() => {
    const { rose, fell } = this.trial();
    return rose.length || fell.length
      ? [
          { title: 'Rose most', list: rose },
          { title: 'Fell most', list: fell },
        ]
      : [];
  });

  /** The first of each, so that what a slider does is seen while it moves. */
  protected readonly summary = computed(() =>
    this.moves()
      .flatMap(({ title, list }) =>
        list.length ? [`${title}: ${list[0].title}, ${list[0].from} → ${list[0].to}`] : [],
      )
      .join('. '),
  );

  private listFactors({ factors }: BlendedProduct): ToldFactor[] {
    return factors.flatMap(({ id, ...scored }) => {
      const factor = this.factors().find((one) => one.id === id);
      return factor ? [{ factor, ...scored }] : [];
    });
  }

  protected moved({ place, before }: BlendedProduct): string {
    if (before === null || before === place) return '';
    return before > place ? `▲ ${before - place}` : `▼ ${place - before}`;
  }

  protected toggle({ sku }: BlendedProduct): void {
    this.open.set(this.open() === sku ? null : sku);
  }
}
