import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { DomSanitizer, type SafeResourceUrl } from '@angular/platform-browser';
import type { FromFrame, ToFrame } from '@fond/contract';
import {
  DEVICE_WIDTHS,
  type BenchModel,
  type PageModel,
  type ProductModel,
  type WidthName,
} from '@fond/core';

/** What a draft comes to, a page or cards on their own, in a true frame of the shop, scaled to the room that there is. */
@Component({
  selector: 'desk-shop-frame',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatProgressBarModule],
  template: `
    @if (source(); as url) {
      <iframe
        #frame
        [src]="url"
        [title]="called() + ' at ' + width() + ' width'"
        [style.width.px]="across()"
        [style.height.px]="room().height / scale()"
        [style.transform]="'scale(' + scale() + ')'"
      ></iframe>
    } @else {
      <mat-progress-bar mode="indeterminate" aria-label="Opening the page" />
    }
  `,
  styles: `
    :host {
      display: block;
      min-height: 0;
      overflow: hidden;
    }
    iframe {
      border: 1px solid var(--hairline);
      background: #fff;
      transform-origin: 0 0;
    }
  `,
})
export class ShopFrame {
  private readonly sanitizer = inject(DomSanitizer);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly frame = viewChild<ElementRef<HTMLIFrameElement>>('frame');
  /** Id of the plan that makes it; null while nobody knows. */
  readonly plan = input.required<string | null>();
  /** Of an aisle, on whose page the frame begins. */
  readonly address = input.required<string>();
  readonly page = input.required<PageModel | ProductModel | BenchModel | null>();
  /** What it shows, for those who don't see it. */
  readonly called = input('The card');
  readonly width = input.required<WidthName>();
  /** What stands on cards of the aisle's own shelf, by article number; null for nothing. */
  readonly figures = input<Readonly<Record<string, string>> | null>(null);
  protected readonly across = computed(() => DEVICE_WIDTHS[this.width()]);
  protected readonly room = signal({ width: 800, height: 500 });
  protected readonly scale = computed(() => Math.min(1, this.room().width / this.across()));

  /** The frame begins with a page of the shop; what is shown is sent once its application runs. */
  protected readonly source = computed((): SafeResourceUrl | null => {
    const plan = this.plan();
    if (plan === null) return null;
    const address = untracked(this.address).split('?')[0];
    return this.sanitizer.bypassSecurityTrustResourceUrl(
      `/shop${address === '/' ? '' : address}?draft=${encodeURIComponent(plan)}`,
    );
  });

  constructor() {
    const gone = inject(DestroyRef);
    const hear = ({ origin, source, data }: MessageEvent<FromFrame>): void => {
      if (origin !== location.origin || source !== this.frame()?.nativeElement.contentWindow) return;
      if (data.type === 'fond:ready') this.send();
    };
    window.addEventListener('message', hear);
    gone.onDestroy(() => window.removeEventListener('message', hear));
    effect(() => this.send());
    afterNextRender(() => {
      const watch = new ResizeObserver(([entry]) =>
        this.room.set({ width: entry.contentRect.width, height: entry.contentRect.height }),
      );
      watch.observe(this.host);
      gone.onDestroy(() => watch.disconnect());
    });
  }

  private send(): void {
    const page = this.page();
    const figures = this.figures();
    if (page) this.tell({ type: 'fond:page', page });
    if (figures) this.tell({ type: 'fond:figures', figures });
  }

  private tell(message: ToFrame): void {
    this.frame()?.nativeElement.contentWindow?.postMessage(message, location.origin);
  }
}
