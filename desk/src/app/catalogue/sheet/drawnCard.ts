import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import type { Problem, ProductPlace } from '@fond/contract';
import type { BenchModel } from '@fond/core';
import { switchMap } from 'rxjs';
import { Api } from '../../api/api';
import { asking } from '../../api/asking';
import { ShopFrame } from '../../product/shopFrame';

/** A product's card as the plans of its aisles draw it, at rest, pointed at, with the focus and tapped. */
@Component({
  selector: 'desk-drawn-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ShopFrame],
  template: `
    @if (plans().length > 1) {
      <label
        >As drawn by
        <select
          class="field"
          aria-label="Plan that draws the card"
          (change)="chosen.set($any($event.target).value)"
        >
          @for (plan of plans(); track plan.id) {
            <option [value]="plan.id" [selected]="plan.id === chosen()">{{ plan.name }}</option>
          }
        </select></label
      >
    } @else if (plans()[0]; as plan) {
      <p class="quiet">As drawn by {{ plan.name }}.</p>
    }
    @if (problem(); as told) {
      <p class="quiet" role="alert">{{ told.detail }}</p>
    } @else if (place(); as at) {
      <desk-shop-frame [plan]="chosen()" [address]="at.path" [page]="bench()" width="narrow" />
    }
  `,
  styles: `
    desk-shop-frame {
      height: 560px;
      margin-top: 8px;
    }
    label {
      display: flex;
      gap: 8px;
      align-items: center;
    }
    .field {
      flex: 1;
      min-width: 0;
    }
    .quiet {
      margin: 0;
      color: var(--quiet);
    }
  `,
})
export class DrawnCard {
  private readonly api = inject(Api);
  readonly sku = input.required<string>();
  /** When anything of the product was last changed; the card follows. */
  readonly changedAt = input.required<string | null>();
  readonly places = input.required<readonly ProductPlace[]>();
  /** The plans of its aisles, each once; what draws it in the tree comes first, the front, which shows all, last. */
  protected readonly plans = computed(() => {
    const shown = this.places()
      .filter(({ place }) => place !== null)
      .sort((a, b) => Number(a.kind === 'front') - Number(b.kind === 'front'));
    return [...new Map(shown.flatMap(({ plan }) => (plan ? [[plan.id, plan] as const] : []))).values()];
  });
  protected readonly chosen = linkedSignal((): string | null => this.plans()[0]?.id ?? null);
  protected readonly place = computed(
    () => this.places().find(({ plan, place }) => plan?.id === this.chosen() && place !== null) ?? null,
  );
  protected readonly bench = signal<BenchModel | null>(null);
  protected readonly problem = signal<Problem | null>(null);

  constructor() {
    asking(
      () => {
        const [plan, place, sku] = [this.chosen(), this.place(), this.sku()];
        this.changedAt();
        return plan !== null && place ? { plan, path: place.path, sku } : null;
      },
      ({ plan, path, sku }) =>
        this.api
          .readPlan(plan)
          .pipe(
            switchMap(({ liveDocument, document }) =>
              this.api.previewCard(liveDocument ?? document, path, 'product', sku),
            ),
          )
          .subscribe({
            next: ({ bench }) => {
              this.bench.set(bench);
              this.problem.set(null);
            },
            error: (problem: Problem) => this.problem.set(problem),
          }),
    );
  }
}
