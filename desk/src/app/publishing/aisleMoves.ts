import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { AisleChangeSummary } from '@fond/contract';

/** The aisles that look different, with the plans they leave and come to; one of them can be looked at. */
@Component({
  selector: 'desk-aisle-moves',
  imports: [NgTemplateOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (change of changes(); track change.key) {
        <li>
          @if (links()) {
            <a
              class="one"
              [href]="'/shop' + (change.path === '/' ? '' : change.path)"
              target="_blank"
              rel="noopener"
              ><ng-container [ngTemplateOutlet]="said" [ngTemplateOutletContext]="{ change }"
            /></a>
          } @else {
            <button
              type="button"
              class="one"
              [attr.aria-pressed]="change.path === shown()"
              (click)="chosen.emit(change.path)"
            >
              <ng-container [ngTemplateOutlet]="said" [ngTemplateOutletContext]="{ change }" />
            </button>
          }
        </li>
      }
    </ul>
    <ng-template #said let-change="change">
      <span class="title">{{ change.title }}</span>
      <span class="figures">{{ change.products }}</span>
      <small>
        @if (moves(change)) {
          {{ change.from?.name ?? 'no plan' }} → {{ change.to?.name ?? 'no plan' }}
        } @else {
          {{ change.to?.name }}
        }
      </small>
    </ng-template>
    @if (moving()) {
      <p>
        <b class="figures">{{ moving() }}</b> of them {{ moving() === 1 ? 'goes' : 'go' }} to another plan.
      </p>
    }
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      max-height: 300px;
      overflow: auto;
      border-block: 1px solid var(--hairline);
    }
    .one {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      width: 100%;
      gap: 0 12px;
      padding: 4px 8px;
      border: 0;
      border-bottom: 1px solid var(--hairline);
      border-inline-start: 4px solid transparent;
      background: none;
      color: inherit;
      font: inherit;
      text-align: start;
      text-decoration: none;
      cursor: pointer;
    }
    .one:hover {
      background: var(--petrol-pale);
    }
    button[aria-pressed='true'] {
      border-inline-start-color: var(--ticket);
      background: var(--ground);
    }
    .title {
      font-weight: 600;
    }
    small {
      grid-column: 1 / -1;
      color: var(--slate);
    }
    p {
      margin: 6px 0 0;
    }
  `,
})
export class AisleMoves {
  readonly changes = input.required<readonly AisleChangeSummary[]>();
  /** Whether they lead to the pages that shoppers see, where none of them can be looked at here. */
  readonly links = input(false);
  /** Path of the aisle that is looked at. */
  readonly shown = input<string | null>(null);
  readonly chosen = output<string>();
  protected readonly moving = computed(() => this.changes().filter((change) => this.moves(change)).length);

  protected moves({ from, to }: AisleChangeSummary): boolean {
    return from?.id !== to?.id;
  }
}
