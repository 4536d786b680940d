import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { valueAt } from '@fond/core';
import { PlanActions } from '../draft/plan.actions';
import { Afterwards } from '../draft/afterwards';
import { PlanEditor } from '../draft/planEditor';
import { PlanOrigin, type OwnSetting, type Scope } from '../draft/planOrigin';
import { settingWords } from '../wording/settingWords';

/** At the head of a slip: which of its settings are own, what the base says there, and the way back to it. */
@Component({
  selector: 'desk-origin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (origin.base(); as base) {
      @if (own().length) {
        <div class="own">
          <strong>Own here</strong>
          <ul>
            @for (setting of own(); track setting.key) {
              <li>
                <span>{{ words(setting) }}</span>
                <em class="inherited">{{ baseWords(setting) }}</em>
                <button type="button" class="word" (click)="reset([setting])">
                  {{ setting.what === 'added' ? 'remove' : 'use ' + base.name + '’s' }}
                </button>
              </li>
            }
          </ul>
          @if (own().length > 1) {
            <button type="button" class="word" (click)="reset(own())">
              Use {{ base.name }}’s for all of it
            </button>
          }
        </div>
      } @else {
        <p class="inherited">
          All of it from {{ origin.from(scope(), base.name) }}; what you change becomes own.
        </p>
      }
    }
  `,
  styles: `
    .own {
      margin-bottom: 10px;
      padding-bottom: 8px;
      border-bottom: 1px solid var(--hairline);
    }
    ul {
      list-style: none;
      margin: 2px 0 0;
      padding: 0;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 0 10px;
      align-items: baseline;
      line-height: 24px;
    }
    .own > .word {
      margin-top: 4px;
      min-height: 24px;
    }
    li span {
      font-weight: 600;
    }
    p {
      margin: 0 0 8px;
      font-size: 14px;
    }
    .inherited {
      color: var(--slate);
      font-style: italic;
    }
  `,
})
export class OriginStrip {
  private readonly store = inject(Store);
  protected readonly origin = inject(PlanOrigin);
  private readonly editor = inject(PlanEditor);
  private readonly afterwards = inject(Afterwards);
  readonly scope = input.required<Scope>();
  protected readonly own = computed(() => this.origin.ownIn(this.scope()));
  protected readonly words = (setting: OwnSetting): string =>
    settingWords(setting, this.editor.settingNames());

  /** What the base has at the same place, where that can be said in a word or two. */
  protected baseWords({ path, what }: OwnSetting): string {
    const base = this.origin.base();
    if (!base || what === 'added') return '';
    const value = valueAt(base, path);
    if (what === 'removed') return `${base.name} has it`;
    if (what === 'moved') return `${base.name} has it elsewhere`;
    switch (typeof value) {
      case 'number':
        return `${base.name}: ${value}`;
      case 'boolean':
        return `${base.name}: ${value ? 'yes' : 'no'}`;
      default:
        return `otherwise in ${base.name}`;
    }
  }

  protected reset(settings: readonly OwnSetting[]): void {
    const what = settings.length === 1 ? this.words(settings[0]) : this.scope();
    const from = this.origin.base()?.name ?? 'the base';
    this.afterwards.tell(`As ${from} has it: ${what}`, () =>
      this.store.dispatch(
        PlanActions.resetToBase({
          paths: settings.map(({ path }) => path),
          what: `back to the base: ${what}`,
          at: Date.now(),
        }),
      ),
    );
  }
}
