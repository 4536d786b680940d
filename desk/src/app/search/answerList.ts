import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { fold, freshAnswer, MAX_ANSWERS, type QueryAnswer } from '@fond/core';
import { AnswerFields } from './answerFields';
import { answerWords, isWhole } from './answerWords';

/** More than this are found by a word. */
const SEEK_FROM = 8;

/** What the shop answers to queries of one language. */
@Component({
  selector: 'desk-answer-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AnswerFields, MatIconModule],
  template: `
    @if (answers().length > seekFrom) {
      <input
        type="search"
        class="field full"
        aria-label="Find an answer by what is searched for"
        placeholder="Find an answer by what is searched for"
        [value]="sought()"
        (input)="sought.set($any($event.target).value)"
      />
    }
    <ul class="rows">
      @for (answer of found(); track answer.id) {
        <li class="entry" [class.current]="answer.id === holding()">
          <div class="head">
            <button
              type="button"
              class="said"
              [attr.aria-expanded]="open() === answer.id"
              (click)="open.set(open() === answer.id ? null : answer.id)"
            >
              {{ answer.queries.join(', ') || 'a new answer' }}
              <small class="why">{{ words(answer) }}</small>
            </button>
            @if (answer.id === holding()) {
              <span class="here">answers what is tried</span>
            }
            <button
              type="button"
              class="tool"
              (click)="remove(answer)"
              [attr.aria-label]="'Take away the answer to ' + (answer.queries[0] || 'nothing')"
            >
              <mat-icon svgIcon="close" />
            </button>
          </div>
          @if (!isWhole(answer)) {
            <p class="turned">
              It isn’t saved yet: say which searches it answers, days in their order, and an address that is
              no search.
            </p>
          }
          @if (open() === answer.id) {
            <desk-answer-fields class="body" [answer]="answer" (changed)="change(answer, $event)" />
          }
        </li>
      } @empty {
        <li class="none">
          {{
            answers().length
              ? 'No answer is called so.'
              : 'Searches are answered by what they find. Say here where you want more: products held or left out, words above, or straight to a page.'
          }}
        </li>
      }
    </ul>
    <button type="button" class="choice add" [disabled]="answers().length >= most" (click)="add()">
      Answer a search
    </button>
  `,
  styleUrls: ['../order/orderLists.scss', './searchFields.scss'],
})
export class AnswerList {
  readonly answers = input.required<readonly QueryAnswer[]>();
  readonly lang = input.required<string>();
  /** Id of the one that answers what is tried. */
  readonly holding = input<string | null>(null);
  /** What is tried, for an answer that is begun. */
  readonly tried = input('');
  readonly changed = output<readonly QueryAnswer[]>();
  protected readonly open = signal<string | null>(null);
  protected readonly sought = signal('');
  protected readonly seekFrom = SEEK_FROM;
  protected readonly most = MAX_ANSWERS;
  protected readonly isWhole = isWhole;
  protected readonly words = answerWords;

  protected readonly found = computed(() => {
    const sought = fold(this.sought().trim());
    return this.answers().filter(
      ({ id, queries }) =>
        id === this.open() || queries.some((query) => fold(query).includes(sought)) || !sought,
    );
  });

  protected add(): void {
    const fresh = freshAnswer(crypto.randomUUID(), this.lang());
    const tried = this.tried().trim();
    this.changed.emit([...this.answers(), tried ? { ...fresh, queries: [tried] } : fresh]);
    this.open.set(fresh.id);
  }

  protected change(answer: QueryAnswer, change: Partial<QueryAnswer>): void {
    this.changed.emit(this.answers().map((one) => (one.id === answer.id ? { ...one, ...change } : one)));
  }

  protected remove(answer: QueryAnswer): void {
    this.changed.emit(this.answers().filter((one) => one !== answer));
  }
}
