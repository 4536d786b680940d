import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { Observable } from 'rxjs';
import { mayAs, type Problem, type ToldFinding, type ToldGroup } from '@fond/contract';
import { markName, type MarkReach } from '@fond/core';
import { FindingApi } from '../api/findingApi';
import { DayField } from '../field/dayField';
import { sessionFeature } from '../session/session.feature';
import { floorFeature } from '../store/floor.feature';
import { RangeVocabulary } from '../wording/rangeNames';
import { findingWords } from './findingWords';
import { KIND_WORDS, SEVERITY_WORDS } from './kindWords';
import { Mending, mendWords } from './mending';
import { wayOut, type WayOut } from './wayOut';

/** How far a finding is put off, in words. */
interface Reach {
  reach: MarkReach;
  words: string;
}

/** Findings by kind, each with the place where it is mended, mended here where one way suggests itself, or put off. */
@Component({
  selector: 'desk-finding-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayField, MatButtonModule, RouterLink],
  templateUrl: './findingList.html',
  styleUrls: ['./findingRows.scss', './findingList.scss'],
})
export class FindingList {
  private readonly api = inject(FindingApi);
  private readonly mending = inject(Mending);
  private readonly messages = inject(MatSnackBar);
  private readonly store = inject(Store);
  private readonly user = this.store.selectSignal(sessionFeature.selectUser);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);
  private readonly names = inject(RangeVocabulary).names;

  readonly groups = input.required<readonly ToldGroup[]>();
  /** Whether they are of drafts, which nobody puts off. */
  readonly draft = input(false);
  /** Whether the aisle in which one is seen can be looked at beside the list. */
  readonly seeable = input(false);
  /** Path of the aisle that somebody wants to look at. */
  readonly seen = output<string>();
  /** Something was mended, or put off, or that was taken back. */
  readonly changed = output();

  protected readonly problem = signal<Problem | null>(null);
  protected readonly working = signal(false);
  /** Name of the one that is being put off. */
  protected readonly putting = signal<string | null>(null);
  protected readonly until = signal('');
  protected readonly reach = signal('0');
  protected readonly severityWords = SEVERITY_WORDS;
  protected readonly kindWords = KIND_WORDS;
  protected readonly mendWords = mendWords;
  protected readonly mayWrite = computed(() => mayAs(this.user()?.role ?? 'viewer', 'merchandiser'));

  protected words({ finding }: ToldFinding): string {
    return findingWords(finding, this.names());
  }

  protected way({ finding, path }: ToldFinding): WayOut {
    return wayOut(finding, path);
  }

  protected begin(name: string): void {
    this.putting.set(this.putting() === name ? null : name);
    this.until.set('');
    this.reach.set('0');
  }

  /** How far one can be put off, the nearest first. */
  protected reachesOf({ finding, title }: ToldFinding): Reach[] {
    const reaches: Reach[] = [{ reach: { of: 'this' }, words: 'only this one' }];
    if ('aisle' in finding) {
      const aisles = this.floor()?.aisles ?? [];
      for (
        let at = aisles.find(({ key }) => key === finding.aisle);
        at;
        at = aisles.find(({ key }) => key === at?.parent)
      )
        if (at.kind === 'category')
          reaches.push({
            reach: { of: 'below', aisle: at.key },
            words: `all of this kind in ${at.title} and below it`,
          });
    } else if ('plan' in finding)
      reaches.push({
        reach: { of: 'plan', plan: finding.plan },
        words: `all of this kind in ${title || 'this plan'}`,
      });
    return [...reaches, { reach: { of: 'everywhere' }, words: 'this kind everywhere' }];
  }

  protected putOff(one: ToldFinding, reason: string): void {
    const { reach, words } = this.reachesOf(one)[Number(this.reach())];
    const { finding, title } = one;
    const name = markName(finding, reach);
    const said =
      reach.of === 'this'
        ? `${title} ${this.words(one)}`.trim().slice(0, 300)
        : `${KIND_WORDS[finding.kind]}: ${words}`;
    this.putting.set(null);
    this.working.set(true);
    this.api.putOff({ name, said, until: this.until() || null, reason: reason.trim() }).subscribe({
      next: () => this.done(`Left out: ${said}.`, () => this.api.takeUp(name)),
      error: (problem: Problem) => this.fail(problem),
    });
  }

  protected mend(one: ToldFinding): void {
    this.working.set(true);
    const said = `${mendWords(one.finding)}: ${one.title} ${this.words(one)}`;
    this.mending.mend(one, said).subscribe({
      next: ({ said: done, undo }) => this.done(done, undo),
      error: (problem: Problem) => this.fail(problem),
    });
  }

  private done(said: string, undo: () => Observable<unknown>): void {
    this.working.set(false);
    this.problem.set(null);
    this.changed.emit();
    this.messages
      .open(said, 'Undo', { duration: 10_000 })
      .onAction()
      .subscribe(() =>
        undo().subscribe({
          next: () => this.changed.emit(),
          error: (problem: Problem) => this.fail(problem),
        }),
      );
  }

  private fail(problem: Problem): void {
    this.working.set(false);
    this.problem.set(problem);
  }
}
