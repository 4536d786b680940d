import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  signal,
  viewChildren,
} from '@angular/core';
import { DomSanitizer } from '@angular/platform-browser';
import { DEVICE_WIDTHS, productPath, type WidthName } from '@fond/core';

const TALL = 1500;
/** So far from the top of its frame a card stands that is looked for. */
const FROM_TOP = 240;

/** One page of the shop as it is and as it would be, in true frames: side by side, or one laid over the other. */
@Component({
  selector: 'desk-before-after',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="how">
      <span class="choices slip" role="group" aria-label="How the pages stand">
        <button type="button" class="choice" [attr.aria-pressed]="!laid()" (click)="laid.set(false)">
          Side by side
        </button>
        <button type="button" class="choice" [attr.aria-pressed]="laid()" (click)="laid.set(true)">
          One over the other
        </button>
      </span>
      @if (laid()) {
        <label
          >{{ beforeWords() }}
          <input
            type="range"
            min="0"
            max="100"
            aria-label="How much of each page is seen"
            [value]="share()"
            (input)="share.set(+$any($event.target).value)"
          />
          {{ afterWords() }}</label
        >
      }
    </div>
    <div class="pages" [class.laid]="laid()" [style.--seen.%]="share()">
      <figure>
        <figcaption>{{ beforeWords() }}</figcaption>
        <div class="frame" [style.--across.px]="across[beforeWidth()]">
          <iframe #frame [src]="before()" title="The page as it is live" tabindex="-1"></iframe>
        </div>
      </figure>
      <figure>
        <figcaption>{{ afterWords() }}</figcaption>
        <div class="frame" [style.--across.px]="across[afterWidth()]">
          <iframe #frame [src]="after()" title="The page as it would be" tabindex="-1"></iframe>
        </div>
      </figure>
    </div>
  `,
  styles: `
    :host {
      display: block;
      container-type: inline-size;
    }
    .how {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 16px;
      margin-block-end: 6px;

      label {
        display: inline-flex;
        align-items: center;
        gap: 8px;
        color: var(--quiet);
      }
      input {
        width: 220px;
        accent-color: var(--petrol);
      }
    }
    .pages {
      --wide: calc(50cqw - 7px);
      display: grid;
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: 14px;
    }
    .pages.laid {
      --wide: 100cqw;
      grid-template-columns: minmax(0, 1fr);

      figure {
        grid-area: 1 / 1;
      }
      figcaption {
        position: absolute;
        width: 1px;
        height: 1px;
        overflow: hidden;
        clip-path: inset(50%);
      }
      figure + figure .frame {
        clip-path: inset(0 0 0 calc(100% - var(--seen)));
      }
      /* Where the one page ends and the other begins. */
      figure + figure .frame::after {
        content: '';
        position: absolute;
        inset: 0 auto 0 calc(100% - var(--seen));
        border-inline-start: 3px solid var(--ticket);
      }
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
      aspect-ratio: 1280 / ${TALL};
      overflow: hidden;
      border: 1px solid var(--hairline);
      background: #fff;
    }
    iframe {
      --scale: min(1, tan(atan2(var(--wide), var(--across))));
      position: absolute;
      inset: 0 auto auto 0;
      width: var(--across);
      height: calc(var(--wide) * ${TALL} / 1280 / var(--scale));
      border: 0;
      transform-origin: 0 0;
      transform: scale(var(--scale));
      pointer-events: none;
    }
  `,
})
export class BeforeAfter {
  private readonly sanitizer = inject(DomSanitizer);
  private readonly frames = viewChildren<ElementRef<HTMLIFrameElement>>('frame');
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
  /** A sort that shoppers may choose, on either side; null for the aisle's own. */
  readonly beforeOrder = input<string | null>(null);
  readonly afterOrder = input<string | null>(null);
  readonly beforeWidth = input<WidthName>('wide');
  readonly afterWidth = input<WidthName>('wide');

  protected readonly laid = signal(false);
  /** Percent of the second page that is seen where it is laid over the first. */
  protected readonly share = signal(50);
  protected readonly across = DEVICE_WIDTHS;
  private readonly beforeAddress = computed(() =>
    this.addressOf(this.sideOf(this.since()), this.beforeOrder()),
  );
  private readonly afterAddress = computed(() => {
    const without = this.without();
    return this.addressOf(without ? { without } : this.sideOf(this.drafts().join(',')), this.afterOrder());
  });
  // Another width is another look at the same page, which isn't fetched again for it.
  protected readonly before = computed(() => this.safe(this.beforeAddress()));
  protected readonly after = computed(() => this.safe(this.afterAddress()));

  /** Brings a product's card into view in both pages and marks it; tells in how many of them it stands. */
  find(slug: string): number {
    let found = 0;
    for (const { nativeElement } of this.frames()) {
      const page = nativeElement.contentWindow;
      if (!page) continue;
      for (const marked of page.document.querySelectorAll<HTMLElement>('[data-looked-for]')) {
        marked.style.outline = '';
        marked.removeAttribute('data-looked-for');
      }
      const link = [...page.document.querySelectorAll<HTMLAnchorElement>('.card a[href]')].find(({ href }) =>
        new URL(href).pathname.endsWith(productPath(slug)),
      );
      const card = link?.closest<HTMLElement>('.card');
      if (!card) continue;
      found++;
      card.setAttribute('data-looked-for', '');
      card.style.outline = '4px solid #ffd649';
      page.scrollTo({ top: card.getBoundingClientRect().top + page.scrollY - FROM_TOP });
    }
    return found;
  }

  private sideOf(side: string): Record<string, string> {
    return side === 'live' ? {} : { draft: side };
  }

  private addressOf(side: Record<string, string>, order: string | null): string {
    const [path, query = ''] = this.path().split('?');
    const parameters = new URLSearchParams(query);
    for (const [name, value] of Object.entries({ ...side, ...(order && { order }) }))
      parameters.set(name, value);
    const asked = parameters.size ? `?${parameters.toString()}` : '';
    return `/shop${path === '/' ? '' : path}${asked}`;
  }

  /** Addresses of our own shop, of a path that the server gave and ids that it made. */
  private safe(address: string): ReturnType<DomSanitizer['bypassSecurityTrustResourceUrl']> {
    return this.sanitizer.bypassSecurityTrustResourceUrl(address);
  }
}
