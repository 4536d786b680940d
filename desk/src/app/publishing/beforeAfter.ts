import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { DomSanitizer } from '@angular/platform-browser';

const WIDE = 1280;
const TALL = 1500;

/** One page of the shop as it is and as it would be, side by side in true frames. */
@Component({
  selector: 'desk-before-after',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <figure>
      <figcaption>{{ beforeWords() }}</figcaption>
      <div class="frame"><iframe [src]="before()" title="The page as it is live" tabindex="-1"></iframe></div>
    </figure>
    <figure>
      <figcaption>{{ afterWords() }}</figcaption>
      <div class="frame"><iframe [src]="after()" title="The page as it would be" tabindex="-1"></iframe></div>
    </figure>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: 14px;
      container-type: inline-size;
    }
    figure {
      margin: 0;
    }
    figcaption {
      padding: 2px 0 4px;
      font-weight: 600;
      color: var(--quiet);
    }
    .frame {
      position: relative;
      aspect-ratio: ${WIDE} / ${TALL};
      overflow: hidden;
      border: 1px solid var(--hairline);
      background: #fff;
    }
    iframe {
      position: absolute;
      inset: 0 auto auto 0;
      width: ${WIDE}px;
      height: ${TALL}px;
      border: 0;
      transform-origin: 0 0;
      transform: scale(tan(atan2(50cqw - 7px, ${WIDE}px)));
      pointer-events: none;
    }
  `,
})
export class BeforeAfter {
  private readonly sanitizer = inject(DomSanitizer);
  /** Path of the aisle. */
  readonly path = input.required<string>();
  /** Drafts that are laid over what is live. */
  readonly drafts = input.required<readonly string[]>();
  /** The state of the shop on the other side, as the comparison names it. */
  readonly since = input('live');
  /** Plans that are taken away instead. */
  readonly without = input<string | null>(null);
  readonly beforeWords = input('Live now');
  readonly afterWords = input('After publishing');

  private readonly address = computed(() => `/shop${this.path() === '/' ? '' : this.path()}`);
  protected readonly before = computed(() => this.safe(this.pageOf(this.since())));
  protected readonly after = computed(() => {
    const without = this.without();
    return this.safe(
      without
        ? `${this.address()}?without=${encodeURIComponent(without)}`
        : this.pageOf(this.drafts().join(',')),
    );
  });

  private pageOf(side: string): string {
    return side === 'live'
      ? this.address()
      : `${this.address()}${this.path().includes('?') ? '&' : '?'}draft=${encodeURIComponent(side)}`;
  }

  /** Addresses of our own shop, of a path that the server gave and ids that it made. */
  private safe(address: string): ReturnType<DomSanitizer['bypassSecurityTrustResourceUrl']> {
    return this.sanitizer.bypassSecurityTrustResourceUrl(address);
  }
}
