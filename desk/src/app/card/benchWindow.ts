import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, map, of, switchMap } from 'rxjs';
import type { Problem } from '@fond/contract';
import { WIDTH_NAMES, type BenchModel, type WidthName } from '@fond/core';
import { Api } from '../api/api';
import { PlanEditor } from '../draft/planEditor';
import { AisleChoice } from '../draft/aisleChoice';
import { ShopFrame } from '../product/shopFrame';

/** The bench follows the last edit by so much. */
const ASK_AFTER = 120;

interface Answer {
  bench: BenchModel | null;
  problem: Problem | null;
}

/** The plan's card on its own, in a true frame of the shop: on hard products, in its states, as a line of a list. */
@Component({
  selector: 'desk-bench',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AisleChoice, ShopFrame],
  template: `
    <div class="tools">
      <desk-aisle-choice />
      <span class="switch" role="group" aria-label="Width">
        @for (name of widths; track name) {
          <button type="button" [attr.aria-pressed]="name === width()" (click)="width.set(name)">
            {{ name }}
          </button>
        }
      </span>
      @if (languages().length > 1) {
        <span class="switch" role="group" aria-label="Language of the card">
          @for (one of languages(); track one) {
            <button type="button" [attr.aria-pressed]="one === lang()" (click)="spoken.set(one)">
              {{ one }}
            </button>
          }
        </span>
      }
      @if (bench(); as model) {
        <span class="of figures">{{ model.products }} products in the aisle</span>
      }
    </div>
    @if (answer().problem; as told) {
      <p class="notice bad" role="alert">
        <strong>{{ told.title }}.</strong> {{ told.errors?.[0]?.message ?? told.detail }} Below is the last
        card that could be made.
      </p>
    } @else if (bare()) {
      <p class="notice" role="status">This plan has no shelf, so it has no card of its own.</p>
    }
    <desk-shop-frame
      class="stage"
      [plan]="id() ?? null"
      [address]="editor.address()"
      [page]="bench()"
      [width]="width()"
    />
  `,
  styleUrl: './benchWindow.scss',
})
export class BenchWindow {
  private readonly api = inject(Api);
  protected readonly editor = inject(PlanEditor);
  readonly show = input.required<'card' | 'badges'>();
  protected readonly widths = WIDTH_NAMES;
  protected readonly width = signal<WidthName>('wide');
  protected readonly languages = computed(() => this.editor.vocabulary()?.languages ?? []);
  /** Another language than that of the page in the window. */
  protected readonly spoken = signal<string | null>(null);
  protected readonly lang = computed(() => this.spoken() ?? this.editor.lang());

  private readonly asked = computed(
    () => ({
      plan: this.editor.plan(),
      address: `${this.editor.address().split('?')[0]}?lang=${this.lang()}`,
      show: this.show(),
    }),
    { equal: (a, b) => a.plan === b.plan && a.address === b.address && a.show === b.show },
  );
  protected readonly answer = toSignal(
    toObservable(this.asked).pipe(
      debounceTime(ASK_AFTER),
      switchMap(({ plan, address, show }) =>
        plan
          ? this.api.previewCard(plan, address, show).pipe(
              map(({ bench }): Answer => ({ bench, problem: null })),
              catchError((problem: Problem) => of<Answer>({ bench: untracked(this.bench), problem })),
            )
          : of<Answer>({ bench: null, problem: null }),
      ),
    ),
    { initialValue: { bench: null, problem: null } as Answer },
  );
  readonly bench = computed((): BenchModel | null => this.answer().bench);
  protected readonly bare = computed(() => this.editor.plan() !== null && !this.editor.shelf());
  protected readonly id = computed(() => this.editor.plan()?.id);
}
