import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { FloorAisle, PlanFile, PlanImport, Problem } from '@fond/contract';
import { Api } from '../api/api';
import { FloorActions } from '../store/floor.actions';
import { floorFeature } from '../store/floor.feature';
import { FilePick } from '../shell/filePick';

/** Reads a file of plans; what this shop doesn't have is asked for before anything is written. */
@Component({
  selector: 'desk-import-plans',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilePick, RouterLink, MatButtonModule, MatProgressBarModule],
  template: `
    @if (busy()) {
      <mat-progress-bar mode="indeterminate" aria-label="Reading the file" />
    }
    <div class="page">
      <header>
        <h1>Import plans</h1>
        <p>
          A file that a plan or an edition was exported to. Its plans come in as new drafts; no page changes.
        </p>
      </header>
      @if (problem(); as told) {
        <div class="trouble" role="alert">
          <strong>{{ told.title }}.</strong> {{ told.detail }}
          @for (error of told.errors ?? []; track error.path) {
            <br /><code>{{ error.path }}</code> {{ error.message }}
          }
        </div>
      }
      <p class="file">
        <desk-file-pick words="Choose a file …" accept=".json,application/json" (picked)="choose($event)" />
      </p>
      @if (file(); as read) {
        <section>
          <h2>{{ name() }}</h2>
          <ul>
            @for (plan of read.documents; track plan.id) {
              <li>{{ plan.name }}</li>
            }
          </ul>
          @if (read.ranges.length) {
            <p>
              {{ read.ranges.length }} saved {{ read.ranges.length === 1 ? 'range' : 'ranges' }} come along.
            </p>
          }
        </section>
        @if (missing().length) {
          <section>
            <h2>Not in this shop</h2>
            <table>
              <thead>
                <tr>
                  <th scope="col">The file names</th>
                  <th scope="col">Here that is</th>
                </tr>
              </thead>
              <tbody>
                @for (one of missing(); track one.key) {
                  <tr>
                    <th scope="row">{{ one.name }}</th>
                    <td>
                      <select
                        class="field"
                        [attr.aria-label]="'What stands here for ' + one.name"
                        (change)="answer(one.key, $any($event.target).value)"
                      >
                        <option value="?">choose …</option>
                        <option value="">nothing: leave out what names it</option>
                        @for (aisle of sameKind(one.key); track aisle.key) {
                          <option [value]="aisle.key">{{ aisle.title }} ({{ aisle.path }})</option>
                        }
                      </select>
                    </td>
                  </tr>
                }
              </tbody>
            </table>
          </section>
        }
        <p class="ways">
          <button mat-flat-button type="button" [disabled]="!ready()" (click)="send()">Import</button>
          <a mat-button routerLink="/floor">Not now</a>
        </p>
      }
    </div>
  `,
  styleUrls: ['../shell/sheet.scss', './importPlansPage.scss'],
})
export class ImportPlansPage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly messages = inject(MatSnackBar);
  private readonly floor = this.store.selectSignal(floorFeature.selectFloor);

  protected readonly file = signal<PlanFile | null>(null);
  protected readonly name = signal('');
  protected readonly busy = signal(false);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly missing = signal<PlanImport['missing']>([]);
  private readonly mapping = signal<Readonly<Record<string, string | null>>>({});
  protected readonly ready = computed(
    () => !this.busy() && this.missing().every(({ key }) => key in this.mapping()),
  );

  protected choose(chosen: File): void {
    this.forget();
    this.name.set(chosen.name);
    void chosen.text().then((text) => {
      try {
        const read = JSON.parse(text) as Partial<PlanFile>;
        if (read.format !== 'fond-aisle/plans') throw new Error('another kind of file');
        this.file.set(read as PlanFile);
        this.look();
      } catch {
        this.problem.set({
          type: '',
          title: 'This is no file of plans',
          status: 400,
          detail: `“${chosen.name}” was not exported from here. Nothing was imported.`,
        });
      }
    });
  }

  protected sameKind(key: string): FloorAisle[] {
    const kind = `${key.split(':')[0]}:`;
    return (this.floor()?.aisles ?? []).filter((aisle) => aisle.key.startsWith(kind));
  }

  protected answer(key: string, value: string): void {
    this.mapping.update((mapping) => {
      const others = Object.entries(mapping).filter(([known]) => known !== key);
      return Object.fromEntries(value === '?' ? others : [...others, [key, value || null]]);
    });
  }

  /** What of the file's names no aisle here has; the server settles it once more. */
  private look(): void {
    const here = new Set((this.floor()?.aisles ?? []).map(({ path }) => path));
    const names = Object.entries(this.file()?.names ?? {});
    this.missing.set(names.filter(([, path]) => !here.has(path)).map(([key, name]) => ({ key, name })));
  }

  protected send(): void {
    const file = this.file();
    if (!file) return;
    this.busy.set(true);
    this.problem.set(null);
    this.api.importPlans(file, this.mapping()).subscribe({
      next: ({ missing, imported }) => {
        this.busy.set(false);
        this.missing.set(missing);
        if (!imported) return;
        this.store.dispatch(FloorActions.shopChanged());
        this.messages.open(
          `${imported.length} ${imported.length === 1 ? 'plan' : 'plans'} imported as drafts.`,
          'OK',
        );
        void this.router.navigate(imported.length === 1 ? ['/plans', imported[0].id] : ['/floor']);
      },
      error: (problem: Problem) => {
        this.busy.set(false);
        this.problem.set(problem);
      },
    });
  }

  private forget(): void {
    this.file.set(null);
    this.problem.set(null);
    this.missing.set([]);
    this.mapping.set({});
  }
}
