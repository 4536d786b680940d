import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import type { GalleryModel, ProductFacts } from '@fond/core';
import { NoPicture } from '../card/noPicture';
import { pictureAt, srcset } from '../picture/picture';
import { ShopState } from '../state/shopState';
import { productWordsIn } from '../words/productWords';

/** Where no page says how pictures stand: over an aisle, the small ones in one row. */
const PLAIN: GalleryModel = { side: 'below', thumbnails: { wide: 6, medium: 6, narrow: 5 }, zoom: false };

/**
 * The pictures of a product: a large one, and small ones that lead to the others. Without a script each is a link to the
 * whole picture; with one they change places, and the large one opens over the page.
 */
@Component({
  selector: 'shop-gallery',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NoPicture],
  host: {
    class: 'gallery',
    '[class.gallery-beside]': "gallery().side === 'beside'",
    '[style]': 'counts()',
    '(keydown)': 'step($event)',
    '(click)': 'press($event)',
  },
  template: `
    @let one = product();
    @if (one.images[shown()]; as image) {
      @if (gallery().zoom) {
        <a
          class="gallery-zoom"
          [href]="at(image.hash, largest())"
          [attr.aria-label]="own().larger(alt())"
          (click)="enlarge($event)"
        >
          <img
            class="gallery-main"
            [src]="at(image.hash, 720)"
            [attr.srcset]="set()"
            sizes="(min-width: 1024px) 600px, (min-width: 640px) 50vw, 100vw"
            [width]="image.width"
            [height]="image.height"
            [alt]="alt()"
            fetchpriority="high"
          />
        </a>
      } @else {
        <img
          class="gallery-main"
          [src]="at(image.hash, 720)"
          [attr.srcset]="set()"
          sizes="(min-width: 1024px) 600px, (min-width: 640px) 50vw, 100vw"
          [width]="image.width"
          [height]="image.height"
          [alt]="alt()"
          fetchpriority="high"
        />
      }
    } @else {
      <shop-no-picture [lang]="lang()" />
    }
    @if (one.images.length > 1) {
      <ul>
        @for (image of one.images; track image.hash; let place = $index) {
          <li>
            <a
              [href]="at(image.hash, largest())"
              (click)="show($event, place)"
              [attr.aria-current]="shown() === place ? 'true' : null"
              [attr.aria-label]="words().view(place + 1)"
            >
              <img [src]="at(image.hash, 240)" width="120" height="135" alt="" loading="lazy" />
            </a>
          </li>
        }
      </ul>
    }
    @if (large()) {
      <dialog #dialog class="large" [attr.aria-label]="alt()" (close)="large.set(false)">
        @if (one.images[shown()]; as image) {
          <div class="large-picture" [class.whole]="whole()" tabindex="0">
            <img
              [src]="at(image.hash, largest())"
              [width]="image.width"
              [height]="image.height"
              [alt]="alt()"
              [style.background-image]="'url(' + at(image.hash, 720) + ')'"
            />
          </div>
        }
        <p class="large-tools">
          @if (one.images.length > 1) {
            <button type="button" (click)="turn(-1)">{{ words().previous }}</button>
            <span>{{ shown() + 1 }} / {{ one.images.length }}</span>
            <button type="button" (click)="turn(1)">{{ words().next }}</button>
          }
          <button type="button" [attr.aria-pressed]="whole()" (click)="whole.set(!whole())">
            {{ own().wholeSize }}
          </button>
          <button type="button" (click)="dialog.close()">{{ words().close }}</button>
        </p>
      </dialog>
    }
  `,
})
export class Gallery {
  readonly product = input.required<ProductFacts>();
  readonly settings = input<GalleryModel | null>(null);
  private readonly state = inject(ShopState);
  private readonly dialog = viewChild<ElementRef<HTMLDialogElement>>('dialog');
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly words = this.state.words;
  protected readonly at = pictureAt;
  protected readonly own = computed(() => productWordsIn(this.lang()));
  protected readonly gallery = computed(() => this.settings() ?? PLAIN);
  protected readonly counts = computed(() => {
    const { wide, medium, narrow } = this.gallery().thumbnails;
    return `--thumbs-wide:${wide};--thumbs-medium:${medium};--thumbs-narrow:${narrow}`;
  });
  protected readonly lang = computed(() => this.state.model().frame.lang);
  protected readonly largest = computed(() => Math.max(...this.state.model().frame.pictureWidths));
  protected readonly shown = linkedSignal({ source: () => this.product().id, computation: () => 0 });
  protected readonly alt = computed(() => this.product().images[this.shown()]?.alt || this.product().title);
  protected readonly set = computed(() =>
    srcset(this.product().images[this.shown()], this.state.model().frame.pictureWidths),
  );
  /** The picture lies over the page. */
  protected readonly large = signal(false);
  /** In its own size there, so that it is moved about; else as large as the window. */
  protected readonly whole = signal(false);

  protected show(event: Event, place: number): void {
    event.preventDefault();
    this.shown.set(place);
  }

  protected enlarge(event: Event): void {
    event.preventDefault();
    this.whole.set(false);
    this.large.set(true);
    requestAnimationFrame(() => this.dialog()?.nativeElement.showModal());
  }

  /** The large picture itself is pressed to see it in its own size, and back. */
  protected press({ target }: Event): void {
    if (target instanceof Element && target.closest('.large-picture')) this.whole.set(!this.whole());
  }

  protected turn(by: 1 | -1): void {
    const { length } = this.product().images;
    this.shown.update((at) => (at + by + length) % length);
  }

  /** Arrows go from picture to picture, in the direction in which the page is read; not where one is moved about. */
  protected step(event: KeyboardEvent): void {
    const moved = this.large() && this.whole();
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key] as -1 | 1 | undefined;
    if (!by || moved || this.product().images.length < 2) return;
    event.preventDefault();
    this.turn(getComputedStyle(this.host).direction === 'rtl' ? (-by as -1 | 1) : by);
    if (!this.large()) this.host.querySelectorAll<HTMLElement>('li a')[this.shown()]?.focus();
  }
}
