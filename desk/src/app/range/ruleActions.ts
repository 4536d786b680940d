import { ChangeDetectionStrategy, Component, effect, input, output, signal, untracked } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { StoredRule } from '@fond/contract';
import { PublishRule } from './publishRule';

/** What a range, or a blend, touches and what can be done with it: saved, published by itself, deleted while nothing uses it. */
@Component({
  selector: 'desk-rule-actions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, PublishRule, RouterLink],
  template: `
    @let kept = rule();
    @if (kept.usedIn.length) {
      <p class="touches">
        A change touches
        @for (use of kept.usedIn; track use.plan.id; let last = $last) {
          <a [routerLink]="['/plans', use.plan.id]">{{ use.plan.name }}</a>{{ use.aside ? ' (put aside)' : ''
          }}{{ last ? '.' : ', ' }}
        }
        Shoppers see it when {{ kept.usedIn.length === 1 ? 'that plan is' : 'those plans are' }} published, or
        the {{ kind() }} by itself.
      </p>
    }
    <p class="actions">
      <button mat-flat-button type="button" [disabled]="!changed() || writing()" (click)="saved.emit()">
        Save
      </button>
      <button mat-button type="button" [disabled]="!changed()" (click)="undone.emit()">
        Undo the changes
      </button>
      @if (kept.usedIn.length) {
        <button
          mat-button
          type="button"
          [disabled]="changed() || publishing()"
          (click)="publishing.set(true)"
        >
          Publish …
        </button>
      }
      <ng-content />
      @if (!kept.usedIn.length) {
        <button mat-button type="button" (click)="removed.emit()">Delete</button>
      }
      <small>version {{ kept.version }}, by {{ kept.updatedBy }}</small>
    </p>
    @if (publishing()) {
      <desk-publish-rule [kind]="kind()" [rule]="kept" (closed)="publishing.set(false)" />
    }
  `,
  styleUrl: '../shell/listPage.scss',
})
export class RuleActions {
  readonly kind = input.required<'range' | 'blend'>();
  readonly rule = input.required<StoredRule & { id: string; name: string }>();
  readonly changed = input.required<boolean>();
  readonly writing = input.required<boolean>();
  readonly saved = output();
  readonly undone = output();
  readonly removed = output();
  protected readonly publishing = signal(false);

  constructor() {
    effect(() => {
      this.rule();
      untracked(() => this.publishing.set(false));
    });
  }
}
