import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Plan } from '@fond/core';
import { BriefVocabulary } from '../wording/briefVocabulary';
import { changesInWords } from '../wording/sentences';

/** What two states of a plan say differently, sentence by sentence: the old one struck out, the new one below it. */
@Component({
  selector: 'desk-difference',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dl>
      @for (change of changes(); track change.line) {
        <dt>{{ change.title }}</dt>
        <dd>
          @if (change.before !== null) {
            <del>{{ change.before }}</del>
          }
          @if (change.after !== null) {
            @if (change.before !== null || !change.settings.length) {
              <ins>{{ change.after }}</ins>
            } @else {
              <span>{{ change.after }}</span>
            }
          }
          @if (change.settings.length) {
            <small>{{ change.settings.join(' · ') }}</small>
          }
        </dd>
      } @empty {
        <dd class="none">Its sentences say the same; only what it builds on is stored otherwise.</dd>
      }
    </dl>
  `,
  styles: `
    dl {
      display: grid;
      grid-template-columns: 116px minmax(0, 1fr);
      gap: 4px 12px;
      margin: 0;
    }
    dt {
      color: var(--quiet);
    }
    dd {
      margin: 0;
    }
    dd > * {
      display: block;
    }
    del {
      color: var(--quiet);
      text-decoration-thickness: 1px;
    }
    ins {
      text-decoration: none;
      font-weight: 600;
    }
    small {
      color: var(--slate);
    }
    .none {
      grid-column: 1 / -1;
      color: var(--quiet);
    }
  `,
})
export class PlanDifference {
  private readonly vocabulary = inject(BriefVocabulary);
  readonly before = input.required<Plan | null>();
  readonly after = input.required<Plan | null>();

  protected readonly changes = computed(() =>
    changesInWords(this.before(), this.after(), this.vocabulary.words()),
  );
}
