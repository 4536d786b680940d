import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { mayAs, type Problem, type PublicationRequest } from '@fond/contract';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
import { FloorActions } from '../store/floor.actions';
import { PlanActions } from '../draft/plan.actions';
import { sessionFeature } from '../session/session.feature';

/** What waits for somebody before shoppers see it: looked at, approved, declined with a word, or withdrawn. */
@Component({
  selector: 'desk-publication-requests',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, MatButtonModule],
  template: `
    @if (problem(); as told) {
      <p class="trouble" role="alert">
        <strong>{{ told.title }}.</strong> {{ told.detail }}
      </p>
    }
    @for (request of waiting(); track request.id) {
      <article>
        <p>
          <strong>{{ request.askedBy }}</strong> asks to <b>{{ request.words }}</b> &ngsp;<small
            class="figures"
            >{{ request.askedAt | date: 'd MMM, HH:mm' }}</small
          >
          @if (request.note) {
            <em>{{ request.note }}</em>
          }
          @if (stale(request)) {
            <span class="stale">edited since: ask again for the newer draft</span>
          }
        </p>
        <p class="ways">
          @if (request.plans.length) {
            <button mat-button type="button" (click)="looked.emit(request)">Look at it</button>
          }
          @if (own(request)) {
            <button mat-button type="button" (click)="decline(request)">Withdraw</button>
          } @else if (publisher()) {
            <input
              #words
              class="field"
              maxlength="400"
              placeholder="A word on it"
              [attr.aria-label]="'A word on: ' + request.words"
            />
            <button mat-button type="button" (click)="decline(request, words.value)">Decline</button>
            <button mat-flat-button type="button" [disabled]="stale(request)" (click)="approve(request)">
              {{ request.plans.length ? 'Approve and publish' : 'Approve' }}
            </button>
          }
        </p>
      </article>
    }
    @for (request of answered(); track request.id) {
      <p class="answered">
        You asked to {{ request.words }}: {{ request.state }} by {{ request.answeredBy }}
        @if (request.answer) {
          <em>{{ request.answer }}</em>
        }
      </p>
    }
  `,
  styles: `
    article {
      padding: 8px 14px;
      margin-bottom: 8px;
      background: var(--sheet);
      border-inline-start: 4px solid var(--ticket);
    }
    p {
      margin: 0;
    }
    em {
      display: block;
      font-style: normal;
      color: var(--quiet);
    }
    .ways {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px;
      margin-top: 4px;
    }
    .stale,
    .trouble {
      color: var(--vermilion);
    }
    .answered {
      color: var(--quiet);
    }
  `,
})
export class PublicationRequests {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly user = this.store.selectSignal(sessionFeature.selectUser);
  readonly looked = output<PublicationRequest>();
  private readonly refused = signal<Problem | null>(null);
  private readonly read = rxResource({ stream: () => this.api.publicationRequests(), defaultValue: [] });

  protected readonly publisher = computed(() => mayAs(this.user()?.role ?? 'viewer', 'publisher'));
  private readonly all = computed(() => (this.read.hasValue() ? this.read.value() : []));
  protected readonly waiting = computed(() => this.all().filter(({ state }) => state === 'waiting'));
  /** What became of one's own, the last few. */
  protected readonly answered = computed(() =>
    this.all()
      .filter(({ state, askedById }) => state !== 'waiting' && askedById === this.user()?.id)
      .slice(0, 3),
  );
  protected readonly problem = computed(() => this.refused() ?? failureOf(this.read.error()));

  reload(): void {
    this.read.reload();
  }

  protected stale({ plans }: PublicationRequest): boolean {
    return plans.some(({ current }) => !current);
  }

  protected own({ askedById }: PublicationRequest): boolean {
    return askedById === this.user()?.id;
  }

  protected approve({ id, plans }: PublicationRequest): void {
    this.api.approveRequest(id).subscribe({
      next: (edition) => {
        this.settled();
        this.store.dispatch(PlanActions.published({ edition, plans: plans.map((plan) => plan.id) }));
        this.store.dispatch(FloorActions.shopChanged());
      },
      error: (problem: Problem) => this.refused.set(problem),
    });
  }

  protected decline({ id }: PublicationRequest, words = ''): void {
    this.api.declineRequest(id, words.trim()).subscribe({
      next: () => this.settled(),
      error: (problem: Problem) => this.refused.set(problem),
    });
  }

  private settled(): void {
    this.refused.set(null);
    this.reload();
  }
}
