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
import { rxResource } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { mayAs, type Findings, type Problem, type PutOff, type ToldGroup } from '@fond/contract';
import { fold, readMark, type Severity } from '@fond/core';
import { Api } from '../api/api';
import { FindingApi } from '../api/findingApi';
import { sessionFeature } from '../session/session.feature';
import { floorFeature } from '../store/floor.feature';
import { RangeVocabulary } from '../wording/rangeNames';
import { FindingList } from './findingList';
import { findingWords } from './findingWords';
import { KIND_WORDS, SEVERITY_WORDS } from './kindWords';

const SEVERITIES: readonly Severity[] = ['fault', 'warning', 'hint'];

/** What is wrong in the shop as it is live, or as a draft would make it, the worst first. */
@Component({
  selector: 'desk-findings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, FindingList, MatButtonModule, MatProgressBarModule],
  templateUrl: './findingsPage.html',
  styleUrls: ['../shell/sheet.scss', './findingRows.scss', './findingsPage.scss'],
})
export class FindingsPage {
  private readonly api = inject(FindingApi);
  private readonly plans = inject(Api);
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly user = this.store.selectSignal(sessionFeature.selectUser);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  private readonly names = inject(RangeVocabulary).names;
  /** Filters stand in the address: a kind, how much it matters, the aisle that it is seen in, and the draft that is looked at. */
  readonly kind = input<string>();
  readonly severity = input<string>();
  readonly aisle = input<string>();
  readonly draft = input<string>();

  protected readonly found = signal<Findings | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly working = signal(true);
  protected readonly sought = signal('');
  protected readonly severityWords = SEVERITY_WORDS;
  protected readonly kindWords = KIND_WORDS;
  protected readonly mayWrite = computed(() => mayAs(this.user()?.role ?? 'viewer', 'merchandiser'));
  protected readonly aisleTitle = computed(
    () => this.floor()?.aisles.find(({ key }) => key === this.aisle())?.title ?? this.aisle(),
  );
  private readonly listed = rxResource({ stream: () => this.plans.plans(), defaultValue: [] });
  /** Drafts that say something else than what is live, and the one that is looked at. */
  protected readonly drafts = computed(() =>
    (this.listed.hasValue() ? this.listed.value() : []).filter(
      ({ id, changed, standing }) => (changed && standing === 'open') || id === this.draft(),
    ),
  );
  protected readonly draftName = computed(() => this.drafts().find(({ id }) => id === this.draft())?.name);
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
    const [kind, severity, names] = [this.kind(), this.severity(), this.names()];
    const sought = fold(this.sought().trim());
    return (this.found()?.groups ?? [])
      .filter((group) => (!kind || group.kind === kind) && (!severity || group.severity === severity))
      .map((group) => {
        if (!sought) return group;
        const found = group.found.filter(({ finding, title }) =>
          fold(`${title} ${findingWords(finding, names)}`).includes(sought),
        );
        return { ...group, found, count: found.length };
      })
      .filter(({ count }) => count > 0);
  });

  constructor() {
    effect(() => {
      this.aisle();
      this.draft();
      untracked(() => this.read());
    });
  }

  protected read(): void {
    const [aisle, draft] = [this.aisle() ?? null, this.draft() ?? null];
    this.working.set(true);
    this.api.list(aisle, draft).subscribe({
      next: (found) => {
        // Another state has been asked for meanwhile.
        if (aisle !== (this.aisle() ?? null) || draft !== (this.draft() ?? null)) return;
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

  /** What a mark puts off. */
  protected putOffWords({ mark, finding, title, count }: PutOff): { title: string; words: string } {
    const reach = readMark(mark)?.reach ?? { of: 'this' };
    const kind = KIND_WORDS[finding.kind];
    switch (reach.of) {
      case 'this':
        return { title, words: findingWords(finding, this.names()) };
      case 'below': {
        const aisle = this.floor()?.aisles.find(({ key }) => key === reach.aisle);
        return { title: kind, words: `in ${aisle?.title ?? reach.aisle} and below it (${count})` };
      }
      case 'plan':
        return { title: kind, words: `in ${title || reach.plan} (${count})` };
      case 'everywhere':
        return { title: kind, words: `everywhere (${count})` };
    }
  }

  protected takeUp(name: string): void {
    this.working.set(true);
    this.api.takeUp(name).subscribe({
      next: () => this.read(),
      error: (problem: Problem) => this.fail(problem),
    });
  }
}
