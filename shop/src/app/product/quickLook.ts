import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  inject,
  input,
  viewChild,
  type ElementRef,
  type OnDestroy,
} from '@angular/core';
import type { PageModel } from '@fond/core';
import { Navigation } from '../state/navigation';
import { shopHref, ShopState } from '../state/shopState';
import { ProductFactsView } from './productFactsView';

/** A product over the aisle in which it was found. It has an address, so Back closes it; Escape does so too. */
@Component({
  selector: 'shop-quick-look',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProductFactsView],
  template: `
    <dialog
      #dialog
      class="quick"
      open
      aria-labelledby="quick-name"
      (cancel)="$event.preventDefault(); close()"
      (click)="press($event)"
    >
      <div class="quick-sheet">
        <a
          class="quick-close"
          [href]="href(quick().close)"
          [attr.aria-label]="words().close"
          (click)="$event.preventDefault(); close()"
          >×</a
        >
        <shop-product-facts [product]="quick().product" [quick]="true" />
      </div>
    </dialog>
  `,
})
export class QuickLook implements OnDestroy {
  readonly quick = input.required<NonNullable<PageModel['quick']>>();
  private readonly navigation = inject(Navigation);
  protected readonly words = inject(ShopState).words;
  protected readonly href = shopHref;
  private readonly dialog = viewChild.required<ElementRef<HTMLDialogElement>>('dialog');

  constructor() {
    // Without JavaScript it lies over the page as it is; with it nothing below can be reached until it is closed.
    afterNextRender(() => {
      const { nativeElement: dialog } = this.dialog();
      dialog.close();
      dialog.showModal();
    });
  }

  /** The focus goes back to where it came from. */
  ngOnDestroy(): void {
    const { nativeElement: dialog } = this.dialog();
    if (typeof dialog.close === 'function') dialog.close();
  }

  /** Beside the sheet lies the page. */
  protected press({ target }: Event): void {
    if (target === this.dialog().nativeElement) this.close();
  }

  protected close(): void {
    this.navigation.leaveLook(shopHref(this.quick().close));
  }
}
