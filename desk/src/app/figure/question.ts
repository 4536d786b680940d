import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A part of the figures: the question that it answers, of how many cases, and the same as a file. */
@Component({
  selector: 'desk-question',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section [attr.aria-label]="asks()">
      <div class="head">
        <h2>{{ asks() }}</h2>
        <small>{{ cases() }}</small>
        <ng-content select="[tools]" />
        @if (file(); as address) {
          <a class="word" [href]="address" download [attr.aria-label]="'CSV: ' + asks()">CSV</a>
        }
      </div>
      <ng-content />
    </section>
  `,
  styles: `
    section {
      margin-block-end: 14px;
      padding: 12px 18px 16px;
      background: var(--sheet);
    }
    .head {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 16px;
      margin-block-end: 6px;
    }
    h2 {
      margin: 0;
      font: 600 20px/1.2 var(--condensed);
    }
    small {
      flex: 1;
      color: var(--quiet);
      font-size: 14px;
    }
  `,
})
export class Question {
  readonly asks = input.required<string>();
  readonly cases = input('');
  /** Null where nothing of it was counted. */
  readonly file = input.required<string | null>();
}
