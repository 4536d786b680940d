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
      closedby="any"
      (cancel)="$event.preventDefault(); close()"
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

  /** Once it lies over the page; never where pages are only written. */
  private opened: HTMLDialogElement | null = null;
  /** What had the focus when it was opened. */
  private from: HTMLElement | null = null;

  constructor() {
    // Without JavaScript it lies over the page as it is; with it nothing below can be reached until it is closed.
    afterNextRender(() => {
      const { nativeElement: dialog } = this.dialog();
      const { activeElement } = document;
      this.from = activeElement instanceof HTMLElement ? activeElement : null;
      dialog.close();
      dialog.showModal();
      this.opened = dialog;
    });
  }

  /** The focus goes back to where it came from. */
  ngOnDestroy(): void {
    this.opened?.close();
    this.from?.focus({ preventScroll: true });
  }

  protected close(): void {
    this.navigation.leaveLook(shopHref(this.quick().close));
  }
}
