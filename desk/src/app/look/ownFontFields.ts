import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import type { OwnFont } from '@fond/contract';
import { OwnFonts } from '../field/ownFonts';
import { FilePick } from '../shell/filePick';

const KB = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 });

/** Fonts that the shop has brought itself, what is known of each, and the way to bring another. */
@Component({
  selector: 'desk-own-font-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilePick, MatProgressBarModule],
  template: `
    <h4>Fonts of your own</h4>
    @if (fonts.list(); as list) {
      <ul>
        @for (one of list; track one.id) {
          <li [class.away]="one.away">
            <b [style.font-family]="family(one)">{{ one.name }}</b>
            <span>{{ facts(one) }}</span>
            @if (one.lacks) {
              <span class="lacks">It lacks {{ one.lacks }}: these are drawn in another font.</span>
            }
            <span>{{ one.licence }}</span>
            <button type="button" class="word" (click)="fonts.putAway(one, !one.away)">
              {{ one.away ? 'Offer it again' : 'Offer it no more'
              }}<span class="unseen">: {{ one.name }}</span>
            </button>
          </li>
        } @empty {
          <li class="hint">None yet. A WOFF2 file is read, and sent with your languages’ letters alone.</li>
        }
      </ul>
    }
    @if (fonts.working()) {
      <mat-progress-bar mode="indeterminate" />
    }
    @if (fonts.problem(); as told) {
      <p class="turned" role="alert">{{ told.errors?.[0]?.message ?? told.detail ?? told.title }}</p>
    }
    <label class="licence"
      >By what right you use it
      <input
        class="field"
        maxlength="500"
        placeholder="licence, order number, or “drawn by us”"
        [value]="licence()"
        (input)="licence.set($any($event.target).value)"
    /></label>
    <desk-file-pick
      words="Bring a font …"
      accept=".woff2,font/woff2"
      [disabled]="!licence().trim() || fonts.working()"
      (picked)="bring($event)"
    />
    <p role="status" class="hint">{{ said() }}</p>
  `,
  styles: `
    h4 {
      margin: 14px 0 2px;
      font: 600 15px/1.3 var(--condensed);
    }
    ul {
      margin: 0 0 8px;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      justify-items: start;
      padding: 6px 0;
      border-bottom: 1px solid var(--hairline);
    }
    li b {
      font-size: 18px;
    }
    li span:not(.lacks, .unseen) {
      color: var(--quiet);
    }
    .away b {
      color: var(--quiet);
    }
    .lacks {
      color: var(--vermilion);
    }
    .licence {
      display: block;
      margin-bottom: 6px;
    }
    .licence .field {
      width: 100%;
    }
  `,
})
export class OwnFontFields {
  protected readonly fonts = inject(OwnFonts);
  protected readonly licence = signal('');
  protected readonly said = signal('');

  constructor() {
    void this.fonts.load();
  }

  protected family({ id }: OwnFont): string {
    return `'${id}'`;
  }

  protected facts({ weights, italic, bytes, sent, away }: OwnFont): string {
    const weight =
      weights.from === weights.to ? `weight ${weights.from}` : `weights ${weights.from} to ${weights.to}`;
    const size = `${KB.format(sent / 1024)} kB sent of ${KB.format(bytes / 1024)}`;
    return [weight, italic ? 'slanted' : '', size, away ? 'not offered' : ''].filter(Boolean).join(' · ');
  }

  protected async bring(file: File): Promise<void> {
    this.said.set('');
    const kept = await this.fonts.bring(file, this.licence().trim());
    if (!kept) return;
    this.said.set(`${kept.name} can be chosen as a family now, here and on cards.`);
    this.licence.set('');
  }
}
