import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { addressOf, type GroupFile, type GroupImport, type Problem } from '@fond/contract';
import { ImportApi } from '../../api/importApi';
import { toProblem } from '../../api/problem';
import { FilePick } from '../../shell/filePick';
import { FloorActions } from '../../store/floor.actions';

const KINDS = ['categories', 'tags', 'attributes', 'collections'] as const;

/** Everything that products are grouped and described by, out as one file and in from another shop's, tried first. */
@Component({
  selector: 'desk-group-file',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilePick, MatButtonModule],
  template: `
    <h2>Categories, tags, attributes and collections</h2>
    <p class="quiet">
      As one file for another shop: their words, order, colours and rules. What is new there is made, what
      differs changed; nothing is deleted.
    </p>
    <p class="line">
      <a mat-stroked-button [href]="address" download="groups.json">Download</a>
      <desk-file-pick
        words="Take over a file …"
        accept=".json,application/json"
        [disabled]="working()"
        (picked)="take($event)"
      />
    </p>
    @if (problem(); as told) {
      <p class="bad" role="alert">
        <strong>{{ told.title }}.</strong> {{ told.errors?.length ? '' : told.detail }}
        @for (error of (told.errors ?? []).slice(0, 5); track error.path) {
          <br /><code>{{ error.path }}</code> {{ error.message }}
        }
      </p>
    }
    @if (report(); as found) {
      <section aria-label="What the file changes" aria-live="polite">
        <p>
          <b>{{ name() }}</b>
          {{
            done()
              ? 'is taken over.'
              : differs()
                ? 'would change this:'
                : 'holds nothing that the shop lacks.'
          }}
        </p>
        <ul>
          @for (line of lines(); track line) {
            <li>{{ line }}</li>
          }
        </ul>
        @for (notice of found.notices; track notice) {
          <p class="quiet">{{ notice }}</p>
        }
        @if (!done() && differs()) {
          <button mat-flat-button type="button" [disabled]="working()" (click)="bring()">Take it over</button>
        }
        <button mat-button type="button" (click)="close()">Close</button>
      </section>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 32px;
      padding-top: 8px;
      border-top: 1px solid var(--hairline);
    }
    h2 {
      margin: 0 0 6px;
      font: 600 24px/1.2 var(--condensed);
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    .quiet {
      color: var(--quiet);
    }
    section {
      padding: 12px 16px;
      border-inline-start: 3px solid var(--petrol);
      background: var(--sheet);
    }
    ul {
      margin: 4px 0 8px;
      padding-inline-start: 18px;
    }
    .bad {
      color: var(--vermilion);
    }
  `,
})
export class GroupFileFields {
  private readonly api = inject(ImportApi);
  private readonly store = inject(Store);
  protected readonly address = addressOf('exportGroups');
  protected readonly name = signal('');
  private readonly file = signal<GroupFile | null>(null);
  protected readonly report = signal<GroupImport | null>(null);
  protected readonly done = signal(false);
  protected readonly working = signal(false);
  protected readonly problem = signal<Problem | null>(null);

  /** One sentence a kind, of those in which anything differs. */
  protected readonly lines = computed(() => {
    const report = this.report();
    if (!report) return [];
    return KINDS.flatMap((kind) => {
      const { made, changed } = report[kind];
      const words = [made && `${made} new`, changed && `${changed} changed`].filter(Boolean);
      return words.length ? [`${kind[0].toUpperCase()}${kind.slice(1)}: ${words.join(', ')}`] : [];
    });
  });
  protected readonly differs = computed(() => this.lines().length > 0);

  protected take(picked: File): void {
    this.close();
    this.name.set(picked.name);
    void picked.text().then((text) => {
      let file: GroupFile;
      try {
        file = JSON.parse(text) as GroupFile;
      } catch {
        this.problem.set(
          toProblem({ type: '', title: 'The file can’t be read', status: 400, detail: 'It is no JSON.' }),
        );
        return;
      }
      this.file.set(file);
      this.ask(() => this.api.tryGroups(file), false);
    });
  }

  protected bring(): void {
    const file = this.file();
    if (file) this.ask(() => this.api.importGroups(file), true);
  }

  private ask(call: () => ReturnType<ImportApi['tryGroups']>, done: boolean): void {
    this.working.set(true);
    this.problem.set(null);
    call().subscribe({
      next: (report) => {
        this.working.set(false);
        this.report.set(report);
        this.done.set(done);
        if (done) this.store.dispatch(FloorActions.shopChanged());
      },
      error: (problem: Problem) => {
        this.working.set(false);
        this.problem.set(problem);
      },
    });
  }

  protected close(): void {
    this.file.set(null);
    this.report.set(null);
    this.done.set(false);
    this.problem.set(null);
  }
}
