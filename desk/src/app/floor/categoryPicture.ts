import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { FloorAisle, Problem } from '@fond/contract';
import { Api } from '../api/api';
import { ProductPicker } from '../products/productPicker';
import { FloorActions } from './floor.actions';

/** The one picture of a category: of a product that stands for it, or none. */
@Component({
  selector: 'desk-category-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProductPicker],
  template: `
    <p>
      @if (aisle().picture; as hash) {
        <img [src]="'/pictures/' + hash + '-240'" width="44" height="50" alt="" />
        Its picture.
      } @else {
        It has no picture.
      }
      <button type="button" class="word" (click)="choosing.set(!choosing())">
        {{ choosing() ? 'Leave it' : 'Choose a product’s picture' }}
      </button>
      @if (aisle().picture) {
        <button type="button" class="word" (click)="take(null)">Take it away</button>
      }
    </p>
    @if (problem(); as told) {
      <p role="alert">{{ told.title }}. {{ told.errors?.[0]?.message ?? told.detail }}</p>
    }
    @if (choosing()) {
      <desk-product-picker
        prompt="A product whose picture stands for it"
        verb="Take"
        [taken]="[]"
        (picked)="take($event.sku)"
      />
    }
  `,
  styles: `
    p {
      display: flex;
      align-items: center;
      gap: 10px;
      margin: 4px 0;
    }
    img {
      object-fit: contain;
      background: #fff;
    }
  `,
})
export class CategoryPicture {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  readonly aisle = input.required<FloorAisle>();
  protected readonly choosing = signal(false);
  protected readonly problem = signal<Problem | null>(null);

  protected take(sku: string | null): void {
    this.problem.set(null);
    this.api.setCategoryPicture(Number(this.aisle().key.split(':')[1]), sku).subscribe({
      next: () => {
        this.choosing.set(false);
        this.store.dispatch(FloorActions.shopChanged());
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
