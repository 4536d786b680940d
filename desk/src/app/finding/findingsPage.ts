import { DatePipe } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { mayAs, type Findings, type Problem, type ToldFinding, type ToldGroup } from '@fond/contract';
import { fold, type Severity } from '@fond/core';
import { FindingApi } from '../api/findingApi';
import { DayField } from '../field/dayField';
import { sessionFeature } from '../session/session.feature';
import { floorFeature } from '../store/floor.feature';
import { findingWords, KIND_WORDS, SEVERITY_WORDS, wayOut, type WayOut } from './findingWords';

const SEVERITIES: readonly Severity[] = ['fault', 'warning', 'hint'];

/** What is wrong in the shop as it is live, the worst first, each with where it is mended. */
@Component({
  selector: 'desk-findings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, DayField, MatButtonModule, MatProgressBarModule, RouterLink],
  templateUrl: './findingsPage.html',
  styleUrls: ['../shell/sheet.scss', './findingsPage.scss'],
})
export class FindingsPage {
  private readonly api = inject(FindingApi);
  private readonly router = inject(Router);
  private readonly messages = inject(MatSnackBar);
  private readonly store = inject(Store);
  private readonly user = this.store.selectSignal(sessionFeature.selectUser);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  /** Filters stand in the address: a kind, how much it matters, and the aisle that it is seen in. */
  readonly kind = input<string>();
  readonly severity = input<string>();
  readonly aisle = input<string>();

  protected readonly found = signal<Findings | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly working = signal(true);
  protected readonly sought = signal('');
  /** Name of the one that is being put off. */
  protected readonly putting = signal<string | null>(null);
  protected readonly until = signal('');
  protected readonly severityWords = SEVERITY_WORDS;
  protected readonly kindWords = KIND_WORDS;
  protected readonly words = findingWords;
  protected readonly mayWrite = computed(() => mayAs(this.user()?.role ?? 'viewer', 'merchandiser'));
  protected readonly aisleTitle = computed(
    () => this.floor()?.aisles.find(({ key }) => key === this.aisle())?.title ?? this.aisle(),
  );
  protected readonly counts = computed(() => {
    const groups = this.found()?.groups ?? [];
    return SEVERITIES.map((severity) => ({
      severity,
      count: groups.reduce((sum, group) => sum + (group.severity === severity ? group.count : 0), 0),
    }));
  });
  protected readonly narrowed = computed(
    () => Boolean(this.kind() || this.severity() || this.aisle()) || this.sought().trim() !== '',
  );
  protected readonly groups = computed((): ToldGroup[] => {
    const [kind, severity] = [this.kind(), this.severity()];
    const sought = fold(this.sought().trim());
    return (this.found()?.groups ?? [])
      .filter((group) => (!kind || group.kind === kind) && (!severity || group.severity === severity))
      .map((group) => {
        if (!sought) return group;
        const found = group.found.filter(({ finding, title }) =>
          fold(`${title} ${findingWords(finding)}`).includes(sought),
        );
        return { ...group, found, count: found.length };
      })
      .filter(({ count }) => count > 0);
  });

  constructor() {
    effect(() => {
      this.aisle();
      untracked(() => this.read());
    });
  }

  protected read(): void {
    this.working.set(true);
    this.api.list(this.aisle() ?? null).subscribe({
      next: (found) => {
        this.found.set(found);
        this.working.set(false);
        this.problem.set(null);
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  private fail(problem: Problem): void {
    this.working.set(false);
    this.problem.set(problem);
  }

  protected see(queryParams: Record<string, string | null>): void {
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected seeAll(): void {
    this.sought.set('');
    this.see({ kind: null, severity: null, aisle: null });
  }

  protected way({ finding, path }: ToldFinding): WayOut {
    return wayOut(finding, path);
  }

  protected begin(name: string): void {
    this.putting.set(this.putting() === name ? null : name);
    this.until.set('');
  }

  protected putOff({ name, title, finding }: ToldFinding, reason: string): void {
    this.putting.set(null);
    this.working.set(true);
    const said = `${title} ${findingWords(finding)}`.trim().slice(0, 300);
    this.api.putOff({ name, said, until: this.until() || null, reason: reason.trim() }).subscribe({
      next: () => {
        this.read();
        this.messages
          .open(`Left out: ${said}.`, 'Undo', { duration: 10_000 })
          .onAction()
          .subscribe(() => this.takeUp(name));
      },
      error: (problem: Problem) => this.fail(problem),
    });
  }

  protected takeUp(name: string): void {
    this.working.set(true);
    this.api.takeUp(name).subscribe({
      next: () => this.read(),
      error: (problem: Problem) => this.fail(problem),
    });
  }
}
