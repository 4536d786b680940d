import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { of, switchMap } from 'rxjs';
import type { FloorAisle, Problem } from '@fond/contract';
import type { PlanDocument, Reach } from '@fond/core';
import { Api } from '../api/api';
import { BeforeAfter } from '../publishing/beforeAfter';
import { FloorActions } from '../store/floor.actions';
import { floorFeature } from '../store/floor.feature';
import { leavesAlone } from './floorTree';

/** Gives an aisle back to the plan it would share, after a look at what changes: the plan it has leaves it out. */
@Component({
  selector: 'desk-share',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, MatButtonModule, MatProgressBarModule, BeforeAfter],
  template: `
    @if (running()) {
      <mat-progress-bar mode="indeterminate" aria-label="Working" />
    }
    @if (aisle(); as one) {
      <div class="publish">
        <header>
          <h1>{{ one.title }}: use {{ shared()?.name ?? 'the shared plan' }} again</h1>
        </header>
        <div class="columns">
          <div class="words">
            @if (refused(); as told) {
              <div class="trouble" role="alert">
                <strong>{{ told.title }}.</strong> {{ told.detail }}
              </div>
            }
            @if (shared(); as next) {
              <section>
                <p class="note">
                  @if (alone()) {
                    <strong>{{ one.plan?.name }}</strong> serves nothing but this aisle
                    {{ one.kind === 'category' ? 'and what is below it' : '' }}. It is put aside, and you can
                    restore it on the floor.
                  } @else {
                    <strong>{{ one.plan?.name }}</strong> leaves this aisle out and goes on serving its
                    others.
                  }
                  From then on {{ one.title }} is made from <strong>{{ next.name }}</strong> and follows its
                  changes.
                </p>
              </section>
            } @else {
              <p class="none">No other plan reaches this aisle.</p>
            }
          </div>
          <div class="seen">
            <div class="when">
              <span class="actions">
                <a mat-button routerLink="/floor" [queryParams]="{ why: one.key }">Leave it</a>
                <button
                  mat-flat-button
                  type="button"
                  [disabled]="running() || !shared() || !ready()"
                  (click)="share()"
                >
                  Use {{ shared()?.name }} again
                </button>
              </span>
            </div>
            @if (shared() && one.plan) {
              <desk-before-after
                [path]="one.path"
                [drafts]="[]"
                [without]="one.plan.id"
                afterWords="Afterwards"
              />
            }
          </div>
        </div>
      </div>
    }
  `,
  styleUrls: ['../shell/sheet.scss', '../publishing/publishPage.scss'],
})
export class SharePage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly messages = inject(MatSnackBar);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);

  /** From the address: the aisle. */
  readonly key = input.required<string>();
  protected readonly running = signal(false);
  protected readonly refused = signal<Problem | null>(null);
  protected readonly aisle = computed(
    () => this.floor()?.aisles.find(({ key }) => key === this.key()) ?? null,
  );
  protected readonly shared = computed(() => this.aisle()?.others[0] ?? null);
  private readonly read = rxResource({
    params: () => this.aisle()?.plan?.id,
    stream: ({ params }) => this.api.readPlan(params),
  });
  protected readonly ready = computed(() => this.read.hasValue());
  /** Whether its plan was made for it and serves nothing else. */
  protected readonly alone = computed(() => {
    const aisle = this.aisle();
    return aisle !== null && this.read.hasValue() && leavesAlone(this.read.value().plan.reach, aisle);
  });

  protected share(): void {
    const aisle = this.aisle();
    if (!aisle || !this.read.hasValue()) return;
    const { document, version } = this.read.value();
    this.running.set(true);
    const work = this.alone()
      ? this.api.removePlan(document.id, 'aside', 'look').pipe(switchMap(({ edition }) => of(edition)))
      : this.api
          .savePlan(withoutAisle(document, aisle), version)
          .pipe(
            switchMap((stored) =>
              this.api.publishPlans(
                [{ id: document.id, version: stored.version }],
                `${aisle.title} uses ${this.shared()?.name ?? 'the shared plan'} again`,
              ),
            ),
          );
    const before = this.floor()?.edition.number;
    work.subscribe({
      next: (edition) => {
        this.store.dispatch(FloorActions.shopChanged());
        void this.router.navigate(['/floor'], { queryParams: { why: aisle.key } });
        this.messages
          .open(
            `Edition ${edition?.number ?? ''} is live: ${aisle.title} uses ${this.shared()?.name} again.`,
            'Undo',
            {
              duration: 12_000,
            },
          )
          .onAction()
          .pipe(switchMap(() => this.api.publishEdition(before!, null)))
          .subscribe(() => this.store.dispatch(FloorActions.shopChanged()));
      },
      error: (problem: Problem) => {
        this.running.set(false);
        this.refused.set(problem);
      },
    });
  }
}

function withoutAisle(document: PlanDocument, aisle: FloorAisle): PlanDocument {
  const { include, exclude } = document.reach;
  const id = Number(aisle.key.split(':')[1]);
  const rule: Reach['exclude'][number] =
    aisle.kind === 'category'
      ? { kind: 'category', category: id, below: false }
      : { kind: 'aisle', aisle: aisle.key };
  return { ...document, reach: { include, exclude: [...exclude, rule] } };
}
