import { Clipboard } from '@angular/cdk/clipboard';
import { DatePipe, DOCUMENT } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Store } from '@ngrx/store';
import { catchError, EMPTY, filter, merge, Subject, switchMap, timer, type Observable } from 'rxjs';
import {
  addressOf,
  mayAs,
  PACES,
  TROUBLES,
  type FedBatch,
  type FeedState,
  type FeedSystem,
  type Pace,
  type Problem,
  type ShopSystemWish,
  type Trouble,
} from '@fond/contract';
import { FeedApi } from '../api/feedApi';
import { sessionFeature } from '../session/session.feature';

const LOOK_EVERY = 2_000;

const PACE_NAMES: Readonly<Record<Pace, string>> = {
  1: 'every second',
  4: 'every 4 seconds',
  15: 'every 15 seconds',
  60: 'every minute',
};
const TROUBLE_NAMES: Readonly<Record<Trouble, string>> = {
  none: 'as it should',
  faulty: 'with prices that can’t be read',
  twice: 'everything twice',
  late: 'old news after new ones',
  down: 'nothing: it is down',
};

/** Other systems that feed the shop: how they do, what came in last, and who is let in. */
@Component({
  selector: 'desk-feed',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, MatButtonModule, MatProgressBarModule],
  templateUrl: './feedPage.html',
  styleUrls: ['../shell/sheet.scss', './feedPage.scss'],
})
export class FeedPage {
  private readonly api = inject(FeedApi);
  private readonly messages = inject(MatSnackBar);
  private readonly clipboard = inject(Clipboard);
  private readonly document = inject(DOCUMENT);
  private readonly user = inject(Store).selectSignal(sessionFeature.selectUser);
  /** Look at once, whatever the clock says. */
  private readonly now = new Subject<void>();

  protected readonly batches = addressOf('sendBatch');
  protected readonly openapi = addressOf('openapi');
  protected readonly paces = PACES;
  protected readonly paceNames = PACE_NAMES;
  protected readonly troubles = TROUBLES;
  protected readonly troubleNames = TROUBLE_NAMES;
  protected readonly state = signal<FeedState | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  /** The token of a system that was let in a moment ago; it is shown this once. */
  protected readonly token = signal<{ name: string; token: string } | null>(null);
  protected readonly name = signal('');
  protected readonly owner = computed(() => mayAs(this.user()?.role ?? 'viewer', 'owner'));
  protected readonly merchandiser = computed(() => mayAs(this.user()?.role ?? 'viewer', 'merchandiser'));

  constructor() {
    merge(timer(0, LOOK_EVERY), this.now)
      .pipe(
        filter(() => !this.document.hidden),
        switchMap(() =>
          this.api.read().pipe(
            catchError((problem: Problem) => {
              this.problem.set(problem);
              return EMPTY;
            }),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((state) => {
        this.state.set(state);
        this.problem.set(null);
      });
  }

  /** What became of a batch, in words, without what didn’t happen. */
  protected outcome({ counts: { made, changed, unchanged, late, refused } }: FedBatch): string {
    const some: readonly (readonly [count: number, word: string])[] = [
      [made, 'made'],
      [changed, 'changed'],
      [unchanged, 'as before'],
      [late, late === 1 ? 'late, left as it is' : 'late, left as they are'],
      [refused, 'refused'],
    ];
    return some
      .filter(([count]) => count > 0)
      .map(([count, word]) => `${count} ${word}`)
      .join(' · ');
  }

  protected change(wish: Partial<ShopSystemWish>): void {
    const before = this.state()?.shopSystem;
    if (before) this.done(this.api.changeShopSystem({ ...before, ...wish }));
  }

  protected pace(value: string): void {
    const pace = PACES.find((one) => String(one) === value);
    if (pace) this.change({ pace });
  }

  protected trouble(value: string): void {
    const trouble = TROUBLES.find((one) => one === value);
    if (trouble) this.change({ trouble });
  }

  protected letIn(event: Event): void {
    event.preventDefault();
    const name = this.name().trim();
    if (!name) return;
    this.api.add(name).subscribe({
      next: ({ token }) => {
        this.token.set({ name, token });
        this.name.set('');
        this.now.next();
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected copy(token: string): void {
    this.messages.open(
      this.clipboard.copy(token) ? 'Copied.' : 'It could not be copied; mark it and copy it.',
      undefined,
      {
        duration: 4_000,
      },
    );
  }

  protected keepOut(system: FeedSystem, off: boolean): void {
    this.done(this.api.change(system.id, system.name, off));
    if (!off) return;
    this.messages
      .open(`${system.name} is kept out.`, 'Let it in again', { duration: 8_000 })
      .onAction()
      .subscribe(() => this.done(this.api.change(system.id, system.name, false)));
  }

  private done(call: Observable<unknown>): void {
    call.subscribe({
      next: () => this.now.next(),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
