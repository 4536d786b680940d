import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { forkJoin, of, switchMap } from 'rxjs';
import type { EditionSummary, HeirsFate, Problem } from '@fond/contract';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
import { FloorActions } from '../store/floor.actions';
import { floorFeature } from '../store/floor.feature';
import { PlanActions } from '../draft/plan.actions';
import { AisleMoves } from './aisleMoves';
import { BeforeAfter } from './beforeAfter';

/** What becomes of the shop when a plan leaves it: what its aisles fall back to, and what builds on it. */
@Component({
  selector: 'desk-leave',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, MatButtonModule, MatProgressBarModule, AisleMoves, BeforeAfter],
  template: `
    @if (read.isLoading() || running()) {
      <mat-progress-bar mode="indeterminate" aria-label="Working" />
    }
    <div class="publish">
      <header>
        <h1>Put aside or delete {{ name() }}</h1>
        <p>Either way its page designs are kept, and you can restore it on the floor.</p>
      </header>
      <div class="columns">
        <div class="words">
          @if (problem(); as told) {
            <div class="trouble" role="alert">
              <strong>{{ told.title }}.</strong> {{ told.detail }}
            </div>
          }
          @if (withdrawal(); as found) {
            @if (found.heirs.length) {
              <section>
                <h2>
                  @if (part()) {
                    {{ found.heirs.length === 1 ? 'A plan shows' : found.heirs.length + ' plans show' }} it
                  } @else {
                    {{ found.heirs.length === 1 ? 'A plan builds' : found.heirs.length + ' plans build' }} on
                    it
                  }
                </h2>
                <p class="note">{{ heirNames() }}</p>
                <label>
                  <input
                    type="radio"
                    name="heirs"
                    [checked]="heirs() === 'look'"
                    (change)="heirs.set('look')"
                  />
                  {{ part() ? 'keep a copy of it' : 'keep as they look now' }}
                </label>
                <br />
                <label>
                  <input
                    type="radio"
                    name="heirs"
                    [checked]="heirs() === 'base'"
                    (change)="heirs.set('base')"
                  />
                  {{
                    part()
                      ? 'go without it'
                      : found.base
                        ? 'build on ' + found.base.name + ' and take the rest from there'
                        : 'stand alone'
                  }}
                </label>
              </section>
            }
            <section>
              <h2>Aisles that fall back</h2>
              @if (found.changes.length) {
                <desk-aisle-moves [changes]="found.changes" [shown]="shown()" (chosen)="looked.set($event)" />
              } @else {
                <p class="none">None: no page of the shop is made from it.</p>
              }
            </section>
          }
        </div>
        <div class="seen">
          <div class="when">
            <span class="actions">
              <a mat-button [routerLink]="['/plans', id()]">Keep it</a>
              <button mat-stroked-button type="button" [disabled]="!ready()" (click)="remove('deleted')">
                Delete
              </button>
              <button mat-flat-button type="button" [disabled]="!ready()" (click)="remove('aside')">
                Put aside
              </button>
            </span>
          </div>
          @if (shown(); as path) {
            <desk-before-after [path]="path" [drafts]="[]" [without]="id()" afterWords="Without the plan" />
          }
        </div>
      </div>
    </div>
  `,
  styleUrls: ['../shell/sheet.scss', './publishPage.scss'],
})
export class LeavePage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly messages = inject(MatSnackBar);
  private readonly edition = this.store.selectSignal(floorFeature.selectEdition);

  /** From the address. */
  readonly id = input.required<string>();
  protected readonly read = rxResource({
    params: () => this.id(),
    stream: ({ params }) =>
      forkJoin({ found: this.api.planWithdrawal(params), plan: this.api.readPlan(params) }),
  });
  protected readonly running = signal(false);
  private readonly refused = signal<Problem | null>(null);
  protected readonly looked = signal<string | null>(null);
  protected readonly heirs = signal<HeirsFate | null>(null);

  private readonly value = computed(() => (this.read.hasValue() ? this.read.value() : null));
  protected readonly part = computed(() => this.value()?.plan.document.kind === 'part');
  protected readonly withdrawal = computed(() => this.value()?.found ?? null);
  protected readonly name = computed(() => this.value()?.plan.plan.name ?? '');
  protected readonly heirNames = computed(() =>
    (this.withdrawal()?.heirs ?? []).map(({ name }) => name).join(', '),
  );
  protected readonly shown = computed(() => this.looked() ?? this.withdrawal()?.changes[0]?.path ?? null);
  protected readonly problem = computed(() => this.refused() ?? failureOf(this.read.error()));
  protected readonly ready = computed(() => {
    const found = this.withdrawal();
    return found !== null && !this.running() && (found.heirs.length === 0 || this.heirs() !== null);
  });

  protected remove(standing: 'aside' | 'deleted'): void {
    const before = this.edition();
    const fate = this.withdrawal()?.heirs.length ? this.heirs() : null;
    this.running.set(true);
    this.refused.set(null);
    this.api.removePlan(this.id(), standing, fate).subscribe({
      next: ({ edition }) => {
        this.store.dispatch(PlanActions.putAway({ id: this.id() }));
        this.store.dispatch(FloorActions.shopChanged());
        this.tell(standing, edition, fate === null ? before : null);
        void this.router.navigateByUrl(this.part() ? '/parts' : '/floor');
      },
      error: (problem: Problem) => {
        this.running.set(false);
        this.refused.set(problem);
      },
    });
  }

  /** Undo has the draft back and, where it was live, what was live before; plans that were rebased stay as they are. */
  private tell(
    standing: 'aside' | 'deleted',
    edition: EditionSummary | null,
    before: EditionSummary | null,
  ): void {
    const id = this.id();
    const done = `“${this.name()}” is ${standing === 'aside' ? 'put aside' : 'deleted'}.`;
    this.messages
      .open(
        edition ? `${done} Edition ${edition.number} is live without it.` : done,
        before ? 'Undo' : 'OK',
        {
          duration: 12_000,
        },
      )
      .onAction()
      .subscribe(() => {
        if (!before) return;
        this.api
          .restorePlan(id)
          .pipe(switchMap(() => (edition ? this.api.publishEdition(before.number, null) : of(null))))
          .subscribe({
            next: () => this.store.dispatch(FloorActions.shopChanged()),
            error: (problem: Problem) => this.messages.open(`${problem.title}. ${problem.detail}`, 'OK'),
          });
      });
  }
}
