import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { DomSanitizer } from '@angular/platform-browser';
import { Router, RouterLink } from '@angular/router';
import type { FromFrame } from '@fond/contract';
import { DEVICE_WIDTHS, WIDTH_NAMES, type WidthName } from '@fond/core';
import { AislePick } from '../aisle/aislePick';
import { Api } from '../api/api';
import { Choices } from '../field/choices';
import { MomentField } from '../field/momentField';
import { languageName } from '../records/languageName';

/** The shop as it will be at a moment: with the campaigns that run then, and all that comes and goes by days. */
@Component({
  selector: 'desk-day',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AislePick, Choices, MomentField, RouterLink],
  template: `
    <div class="page">
      <header>
        <h1>The shop on a day</h1>
        <p>
          As far as is known today: campaigns that run then, pins, groups and conditions of that day. Prices
          and stock are today’s.
          <a class="word" routerLink="/editions" [queryParams]="{ view: 'calendar' }">Calendar</a>
        </p>
      </header>
      <div class="tools slip">
        <desk-moment-field label="Moment" [value]="moment()" (changed)="see({ at: $event || null })" />
        <small>by the clock of {{ zone() }}</small>
        <desk-choices label="Width" [choices]="widths" [value]="shown()" (chosen)="see({ width: $event })" />
        @if (languages().length > 1) {
          <desk-choices
            label="Language"
            [choices]="languages()"
            [value]="language()"
            (chosen)="see({ lang: $event })"
          />
        }
        <desk-aisle-pick name="Go to an aisle" (picked)="see({ path: $event.path })" />
      </div>
      <div class="frame" [style.max-width.px]="across()">
        <iframe
          #frame
          [src]="source()"
          [title]="'The shop on ' + moment()"
          [style.--across]="across() + 'px'"
        ></iframe>
      </div>
    </div>
  `,
  styleUrl: '../shell/sheet.scss',
  styles: `
    header p {
      flex: 1;
    }
    .tools {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px 18px;
      margin-block-end: 12px;
    }
    desk-aisle-pick {
      flex: 1 1 200px;
    }
    .frame {
      height: calc(100vh - 210px);
      min-height: 320px;
      overflow: hidden;
      container-type: size;
      outline: 1px solid var(--hairline);
      background: #fff;
    }
    /* As wide as the device, and as small as there is room. */
    iframe {
      --scale: min(1, tan(atan2(100cqw, var(--across))));

      display: block;
      width: var(--across);
      height: calc(100cqh / var(--scale));
      border: 0;
      transform: scale(var(--scale));
      transform-origin: 0 0;
    }
  `,
})
export class DayPage {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly sanitizer = inject(DomSanitizer);
  private readonly frame = viewChild.required<ElementRef<HTMLIFrameElement>>('frame');
  /** What is looked at stands in the address. */
  readonly at = input<string>();
  readonly path = input<string>();
  readonly lang = input<string>();
  readonly width = input<string>();

  private readonly settings = rxResource({ stream: () => this.api.settings() });
  protected readonly widths = WIDTH_NAMES.map((value) => ({ value, name: value }));
  protected readonly zone = computed(() => (this.settings.hasValue() ? this.settings.value().zone : 'UTC'));
  protected readonly languages = computed(() =>
    (this.settings.hasValue() ? this.settings.value().languages : []).map((value) => ({
      value,
      name: languageName(value),
    })),
  );
  protected readonly language = computed(() => this.lang() ?? this.languages()[0]?.value ?? '');
  protected readonly shown = computed(
    (): WidthName => WIDTH_NAMES.find((one) => one === this.width()) ?? 'wide',
  );
  protected readonly across = computed(() => DEVICE_WIDTHS[this.shown()]);
  protected readonly moment = computed(() => this.at() ?? tomorrowAtNoon());
  protected readonly source = computed(() => {
    const [path, query = ''] = (this.path() ?? '/').split('?');
    const asked = new URLSearchParams(query);
    asked.set('draft', `day:${this.moment()}`);
    const lang = this.lang();
    if (lang) asked.set('lang', lang);
    // An address of our own shop.
    return this.sanitizer.bypassSecurityTrustResourceUrl(
      `/shop${path === '/' ? '' : path}?${asked.toString()}`,
    );
  });

  constructor() {
    const hear = ({ origin, source, data }: MessageEvent<FromFrame>): void => {
      if (origin !== location.origin || source !== this.frame().nativeElement.contentWindow) return;
      if (data.type === 'fond:go') this.see({ path: data.address });
    };
    window.addEventListener('message', hear);
    inject(DestroyRef).onDestroy(() => window.removeEventListener('message', hear));
  }

  protected see(queryParams: Record<string, string | null>): void {
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge' });
  }
}

function tomorrowAtNoon(): string {
  const tomorrow = new Date();
  tomorrow.setDate(tomorrow.getDate() + 1);
  return `${new Intl.DateTimeFormat('sv-SE').format(tomorrow)}T12:00`;
}
