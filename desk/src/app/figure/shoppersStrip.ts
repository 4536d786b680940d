import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { mayAs, WALKS, type Problem, type ShoppersState, type ShoppersWish } from '@fond/contract';
import { FigureApi } from '../api/figureApi';
import { sessionFeature } from '../session/session.feature';

/** The demo's simulated shoppers: whether they walk, how many come, and what the last one did. */
@Component({
  selector: 'desk-shoppers-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (shoppers(); as one) {
      <p>
        <strong>Simulated shoppers</strong>
        @if (one.walking) {
          walk through the shop, {{ one.pace }} a minute.
        } @else {
          are paused.
        }
        <span class="said">{{ one.said }}</span>
        @if (mayWrite()) {
          <button type="button" class="word" (click)="change({ walking: !one.walking, pace: one.pace })">
            {{ one.walking ? 'Pause' : 'Let them walk' }}
          </button>
          <select
            class="field"
            aria-label="How many come"
            (change)="change({ walking: one.walking, pace: paceOf($any($event.target).value) })"
          >
            @for (pace of paces; track pace) {
              <option [value]="pace" [selected]="pace === one.pace">{{ pace }} a minute</option>
            }
          </select>
        }
        @if (problem(); as told) {
          <span class="trouble" role="alert">{{ told.title }}. {{ told.detail }}</span>
        }
      </p>
    }
  `,
  styles: `
    p {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 14px;
      margin: 0 0 14px;
      color: var(--quiet);
    }
    .said {
      flex: 1 1 240px;
    }
  `,
})
export class ShoppersStrip {
  private readonly api = inject(FigureApi);
  private readonly user = inject(Store).selectSignal(sessionFeature.selectUser);
  protected readonly shoppers = signal<ShoppersState | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly paces = WALKS;

  constructor() {
    this.read();
  }

  protected mayWrite(): boolean {
    return mayAs(this.user()?.role ?? 'viewer', 'merchandiser');
  }

  protected paceOf(value: string): ShoppersWish['pace'] {
    return WALKS.find((pace) => pace === Number(value)) ?? WALKS[0];
  }

  protected change(wish: ShoppersWish): void {
    this.api.changeShoppers(wish).subscribe({
      next: () => this.read(),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  private read(): void {
    this.api.shoppers().subscribe({
      next: ({ shoppers }) => {
        this.shoppers.set(shoppers);
        this.problem.set(null);
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
