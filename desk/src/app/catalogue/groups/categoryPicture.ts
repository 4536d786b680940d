import { ChangeDetectionStrategy, Component, inject, input, linkedSignal, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { switchMap, type Observable } from 'rxjs';
import type { FloorAisle, Problem } from '@fond/contract';
import type { FocusPoint } from '@fond/core';
import { Api } from '../../api/api';
import { PictureApi } from '../../api/pictureApi';
import { FocusField } from '../../picture/focusField';
import { ProductPicker } from '../../product/productPicker';
import { FilePick } from '../../shell/filePick';
import { FloorActions } from '../../store/floor.actions';

/** The one picture of a category: of a product that stands for it, or none. */
@Component({
  selector: 'desk-category-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilePick, FocusField, ProductPicker],
  template: `
    <p>
      @if (aisle().picture; as picture) {
        <desk-focus-field
          [hash]="picture.hash"
          [focus]="focus() ?? picture.focus"
          [width]="72"
          (focused)="keep($event)"
        />
        <span>Its picture. The ring marks what stays in view where it is cropped.</span>
      } @else {
        It has no picture.
      }
      <button type="button" class="word" (click)="choosing.set(!choosing())">
        {{ choosing() ? 'Leave it' : 'Choose a product’s picture' }}
      </button>
      <desk-file-pick
        words="Upload one …"
        accept="image/jpeg,image/png,image/webp,image/avif,image/gif"
        (picked)="upload($event)"
      />
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
      flex-wrap: wrap;
      margin: 4px 0;
    }
  `,
})
export class CategoryPicture {
  private readonly api = inject(Api);
  private readonly pictures = inject(PictureApi);
  private readonly store = inject(Store);
  readonly aisle = input.required<FloorAisle>();
  protected readonly choosing = signal(false);
  protected readonly problem = signal<Problem | null>(null);
  /** As it was set here last, until the floor knows it. */
  protected readonly focus = linkedSignal<FloorAisle, FocusPoint | null>({
    source: this.aisle,
    computation: () => null,
  });

  protected take(sku: string | null): void {
    this.after(this.api.setCategoryPicture(this.id(), sku));
  }

  protected upload(file: File): void {
    this.after(
      this.pictures
        .keep(file)
        .pipe(switchMap(({ source }) => this.api.setCategoryPicture(this.id(), null, source))),
    );
  }

  protected keep(focus: FocusPoint): void {
    this.focus.set(focus);
    this.after(this.api.focusCategoryPicture(this.id(), focus));
  }

  private id(): number {
    return Number(this.aisle().key.split(':')[1]);
  }

  private after(saved: Observable<void>): void {
    this.problem.set(null);
    saved.subscribe({
      next: () => {
        this.choosing.set(false);
        this.store.dispatch(FloorActions.shopChanged());
      },
      error: (problem: Problem) => {
        this.focus.set(null);
        this.problem.set(problem);
      },
    });
  }
}
