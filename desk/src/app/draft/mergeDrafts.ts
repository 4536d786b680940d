import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { mergePlans, type MergeConflict, type OwnEntry } from '@fond/core';
import { settingWords } from '../wording/settingWords';
import { PlanActions } from './plan.actions';
import { PlanEditor } from './planEditor';
import { planFeature } from './plan.feature';

type Choice = 'mine' | 'theirs';

/** Two drafts of one plan, setting by setting: what goes together, and what has to be chosen. */
@Component({
  selector: 'desk-merge',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, MatButtonModule],
  template: `
    @if (theirs(); as newer) {
      <p>
        <strong>{{ newer.updatedBy }} saved a newer draft</strong> (version {{ newer.version }},
        {{ newer.updatedAt | date: 'd MMM, HH:mm' }}) while you edited version {{ version() }}. Nothing is
        lost.
      </p>
      @if (merge(); as found) {
        @if (found.conflicts.length) {
          <table>
            <thead>
              <tr>
                <th scope="col">Both of you changed</th>
                <th scope="col">Yours</th>
                <th scope="col">{{ newer.updatedBy }}</th>
              </tr>
            </thead>
            <tbody>
              @for (conflict of found.conflicts; track conflict.key) {
                <tr>
                  <th scope="row">{{ words(conflict.mine) }}</th>
                  @for (side of sides; track side) {
                    <td>
                      <label>
                        <input
                          type="radio"
                          [name]="conflict.key"
                          [checked]="(decisions()[conflict.key] ?? 'mine') === side"
                          (change)="decide(conflict, side)"
                        />
                        {{ valueWords(conflict, side) }}
                      </label>
                    </td>
                  }
                </tr>
              }
            </tbody>
          </table>
        }
        <p class="apart">
          @if (found.mineOnly.length) {
            <span>Yours alone, kept: {{ list(found.mineOnly) }}.</span>
          }
          @if (found.theirsOnly.length) {
            <span>{{ newer.updatedBy }} alone, taken: {{ list(found.theirsOnly) }}.</span>
          }
        </p>
      }
      <p class="ways">
        <button mat-flat-button type="button" (click)="save()">Save both together</button>
        <button mat-button type="button" (click)="takeTheirs()">Take theirs only</button>
        <button mat-button type="button" (click)="keepMine()">Save mine over it</button>
        <small>Whichever you choose, the others are one undo away.</small>
      </p>
    }
  `,
  styles: `
    p {
      margin: 0 0 6px;
    }
    table {
      border-collapse: collapse;
      margin-bottom: 6px;
      background: var(--sheet);
    }
    th,
    td {
      padding: 3px 14px 3px 8px;
      border-bottom: 1px solid var(--hairline);
      text-align: start;
      font-weight: 400;
    }
    tbody th {
      font-weight: 600;
    }
    input {
      accent-color: var(--petrol);
      margin: 0 4px 0 0;
    }
    .apart span {
      display: block;
    }
    .ways {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
    }
    small {
      color: var(--quiet);
    }
  `,
})
export class MergeDrafts {
  private readonly store = inject(Store);
  protected readonly theirs = this.store.selectSignal(planFeature.selectTheirs);
  protected readonly version = this.store.selectSignal(planFeature.selectVersion);
  private readonly mine = this.store.selectSignal(planFeature.selectPlan);
  private readonly begun = this.store.selectSignal(planFeature.selectStoredPlan);
  protected readonly sides: readonly Choice[] = ['mine', 'theirs'];
  protected readonly decisions = signal<Readonly<Partial<Record<string, Choice>>>>({});
  private readonly editor = inject(PlanEditor);
  protected readonly words = (entry: OwnEntry): string => settingWords(entry, this.editor.settingNames());
  protected readonly merge = computed(() => {
    const theirs = this.theirs();
    const mine = this.mine();
    const begun = this.begun();
    return theirs && mine && begun ? mergePlans(begun, mine, theirs.plan, this.decisions()) : null;
  });

  protected list(entries: readonly OwnEntry[]): string {
    return [...new Set(entries.map((entry) => this.words(entry)))].join(', ');
  }

  protected valueWords({ mine, theirs, mineValue, theirsValue }: MergeConflict, side: Choice): string {
    const entry = side === 'mine' ? mine : theirs;
    const value = side === 'mine' ? mineValue : theirsValue;
    if (entry.what !== 'set') return entry.what === 'removed' ? 'taken away' : entry.what;
    switch (typeof value) {
      case 'number':
      case 'string':
        return String(value);
      case 'boolean':
        return value ? 'yes' : 'no';
      default:
        return 'changed';
    }
  }

  protected decide({ key }: MergeConflict, choice: Choice): void {
    this.decisions.update((decisions) => ({ ...decisions, [key]: choice }));
  }

  protected save(): void {
    const found = this.merge();
    if (found) this.store.dispatch(PlanActions.merged({ plan: found.merged, at: Date.now() }));
  }

  protected takeTheirs(): void {
    this.store.dispatch(PlanActions.theirsTaken({ at: Date.now() }));
  }

  protected keepMine(): void {
    this.store.dispatch(PlanActions.mineKept());
  }
}
