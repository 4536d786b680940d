import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import type { Figures } from '@fond/contract';
import { WIDTH_NAMES, type PageModel, type WidthName } from '@fond/core';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
import { ShopFrame } from '../product/shopFrame';
import { moneyText, percentText, WIDTH_WORDS } from './figureWords';

/** The aisle's page as shoppers see it, with what each card has earned written on it. */
@Component({
  selector: 'desk-drawn-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatProgressBarModule, ShopFrame],
  template: `
    <span class="choices slip" role="group" aria-label="How wide the page is">
      @for (one of widths; track one) {
        <button type="button" class="choice" [attr.aria-pressed]="width() === one" (click)="width.set(one)">
          {{ words[one] }}
        </button>
      }
    </span>
    @if (page.isLoading()) {
      <mat-progress-bar mode="indeterminate" aria-label="Fetching the page" />
    } @else if (problem(); as told) {
      <p class="trouble" role="alert">
        <strong>{{ told.title }}.</strong> {{ told.detail }}
      </p>
    } @else if (model(); as shown) {
      <desk-shop-frame
        [plan]="shown.plan.id"
        [address]="path()"
        [page]="shown"
        [width]="width()"
        [figures]="onCards()"
        called="The page with its figures"
      />
    } @else {
      <p>Shoppers find no page of products there now.</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .choices {
      display: inline-flex;
      margin-block-end: 8px;
    }
    desk-shop-frame {
      height: 760px;
    }
  `,
})
export class DrawnPage {
  private readonly api = inject(Api);
  /** Of the aisle. */
  readonly path = input.required<string>();
  readonly figures = input.required<Figures>();

  protected readonly width = signal<WidthName>('wide');
  protected readonly widths = WIDTH_NAMES;
  protected readonly words = WIDTH_WORDS;
  protected readonly page = rxResource({
    params: () => this.path(),
    stream: ({ params }) => this.api.livePage(params),
  });
  protected readonly problem = computed(() => failureOf(this.page.error()));
  protected readonly model = computed((): PageModel | null => {
    const model = this.page.hasValue() ? this.page.value() : undefined;
    return model?.kind === 'listing' ? model : null;
  });
  protected readonly onCards = computed(() => {
    const { products, currency } = this.figures();
    return Object.fromEntries(
      products.map(({ sku, seen, rate, revenue }) => [
        sku,
        `${seen.toLocaleString('en-GB')} seen · ${percentText(rate.value)} clicked · ${moneyText(revenue, currency)}`,
      ]),
    );
  });
}
