import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatMenuModule } from '@angular/material/menu';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { addressOf, type EditionSummary, type NamedPlan, type Problem } from '@fond/contract';
import { Api } from '../api/api';
import { mayPass } from '../api/problem';
import { FloorActions } from '../store/floor.actions';
import { CampaignCalendar } from './campaignCalendar';
import { EditionCompare } from './editionCompare';

/** Everything that was ever published, and what is scheduled; any of it can be compared and published again. */
@Component({
  selector: 'desk-editions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, MatButtonModule, MatMenuModule, MatProgressBarModule, CampaignCalendar, EditionCompare],
  templateUrl: './editionsPage.html',
  styleUrls: ['../shell/sheet.scss', './editionsPage.scss'],
})
export class EditionsPage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly messages = inject(MatSnackBar);
  protected readonly asFile = ({ number }: EditionSummary): string => addressOf('exportEdition', { number });

  /** From the address: `calendar` or the list, and the two editions that are compared, as `3,7`; as `7,3` what going back from 7 to 3 would change. */
  readonly view = input<string>();
  readonly compare = input<string>();

  protected readonly editions = signal<readonly EditionSummary[]>([]);
  protected readonly busy = signal(false);
  protected readonly mayPass = mayPass;
  protected readonly problem = signal<Problem | null>(null);
  /** The edition that another one is to be compared with. */
  protected readonly first = signal<number | null>(null);
  protected readonly pair = computed(() => {
    const numbers = (this.compare() ?? '').split(',').map(Number);
    return numbers.length === 2 && numbers.every(Number.isInteger)
      ? { from: numbers[0], to: numbers[1] }
      : null;
  });

  constructor() {
    this.load();
  }

  protected names(plans: readonly NamedPlan[]): string {
    return plans.map((plan) => plan.name).join(', ');
  }

  protected load(): void {
    this.busy.set(true);
    this.api.editions().subscribe({
      next: (editions) => {
        this.editions.set(editions);
        this.problem.set(null);
        this.busy.set(false);
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  protected show(queryParams: { view?: string | null; compare?: string | null }): void {
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge' });
  }

  /** The first choice waits for the second. */
  protected choose(edition: EditionSummary): void {
    const first = this.first();
    if (first === null || first === edition.number) {
      this.first.set(first === null ? edition.number : null);
      return;
    }
    this.first.set(null);
    const [from, to] = [first, edition.number].sort((a, b) => a - b);
    this.show({ compare: `${from},${to}` });
  }

  /** What restoring an edition would change, before it does. */
  protected tell({ number }: EditionSummary): void {
    const live = this.editions().find((one) => one.live);
    if (live) this.show({ compare: `${live.number},${number}` });
  }

  protected restore(number: number): void {
    const edition = this.editions().find((one) => one.number === number);
    this.show({ compare: null });
    if (edition) this.again(edition);
  }

  /** Undoable rather than asked about: what was live is one click away. */
  protected again(edition: EditionSummary, plans: readonly NamedPlan[] | null = null): void {
    const before = this.editions().find(({ live }) => live);
    this.busy.set(true);
    const ids = plans?.map(({ id }) => id) ?? null;
    this.api.publishEdition(edition.number, ids).subscribe({
      next: (published) => {
        this.store.dispatch(FloorActions.shopChanged());
        this.load();
        const what = plans ? this.names(plans) : 'what it held';
        this.messages
          .open(
            `Edition ${published.number} is live, with ${what} as in edition ${edition.number}.`,
            before ? 'Undo' : 'OK',
          )
          .onAction()
          .subscribe(() => {
            if (before) this.again(before);
          });
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  private fail(problem: Problem): void {
    this.problem.set(problem);
    this.busy.set(false);
  }
}
