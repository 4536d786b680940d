import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIconModule } from '@angular/material/icon';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { FileForm, ImportMapping, ImportReport, KeptMapping, Problem } from '@fond/contract';
import { ImportApi } from '../../api/importApi';
import { likeliest, mappedWords } from './columnUses';

const NAMED = 6;

/** How files are read, kept by name: proposed for a file that looks alike, and taken over in one press. */
@Component({
  selector: 'desk-mapping-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, MatIconModule],
  template: `
    @if (proposed().length) {
      <p class="proposal">
        <span>
          These columns seem to hold what the shop knows by other names:
          {{ proposed().slice(0, named).join(', ')
          }}{{ proposed().length > named ? ' and ' + (proposed().length - named) + ' more' : '' }}.
        </span>
        <button mat-stroked-button type="button" (click)="taken.emit({ mapping: report().proposed })">
          Read {{ proposed().length === 1 ? 'it' : 'them' }} so
        </button>
      </p>
    }
    @if (alike(); as one) {
      <p class="proposal">
        <span
          >The file looks like those of <b>{{ one.name }}</b>.</span
        >
        <button mat-stroked-button type="button" (click)="taken.emit(one)">Read it like them</button>
      </p>
    }
    <form class="keep" (submit)="keep($event)">
      @if (others().length) {
        <label
          ><span>Read like</span>
          <select class="field" (change)="take($any($event.target))">
            <option value="">a file before …</option>
            @for (one of kept(); track one.name) {
              <option [value]="one.name">{{ one.name }}</option>
            }
          </select></label
        >
      }
      @if (changed()) {
        <label
          ><span>Keep how this file is read as</span>
          <input
            class="field"
            maxlength="80"
            placeholder="such as the supplier’s name"
            [value]="name()"
            (input)="name.set($any($event.target).value)"
          />
        </label>
        <button mat-stroked-button type="submit" [disabled]="!name().trim()">Keep</button>
      }
      @if (current(); as one) {
        <button mat-button type="button" (click)="forget(one)">Forget “{{ one.name }}”</button>
      }
    </form>
    @if (problem(); as told) {
      <p class="bad" role="alert">{{ told.title }}. {{ told.detail }}</p>
    }
  `,
  styles: `
    .proposal {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px 16px;
      margin: 10px 0;
      padding: 8px 12px;
      border-inline-start: 3px solid var(--petrol);
      background: var(--petrol-pale);
    }
    .proposal span {
      flex: 1 1 420px;
    }
    .keep {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px 12px;
      margin: 10px 0;
    }
    label {
      display: inline-flex;
      align-items: center;
      gap: 6px;
      color: var(--quiet);
    }
    input {
      width: 220px;
    }
    .bad {
      color: var(--vermilion);
    }
  `,
})
export class MappingStrip {
  private readonly api = inject(ImportApi);
  private readonly snackBar = inject(MatSnackBar);
  readonly report = input.required<ImportReport>();
  /** What was set by hand so far. */
  readonly mapping = input.required<ImportMapping>();
  readonly form = input.required<Partial<FileForm>>();
  /** A mapping is to be taken over, and the form with it where it has one. */
  readonly taken = output<{ mapping: ImportMapping; form?: Partial<FileForm> }>();

  protected readonly named = NAMED;
  protected readonly kept = signal<readonly KeptMapping[]>([]);
  protected readonly name = signal('');
  protected readonly problem = signal<Problem | null>(null);
  private readonly columns = computed(() => this.report().columns.map(({ name }) => name));
  /** Nothing is proposed any more once somebody has said it. */
  protected readonly proposed = computed(() => {
    const mapping = this.mapping();
    const open = Object.entries(this.report().proposed).filter(([name]) => !Object.hasOwn(mapping, name));
    return mappedWords(Object.fromEntries(open));
  });
  protected readonly changed = computed(
    () => Object.keys(this.mapping()).length > 0 || Object.keys(this.form()).length > 0,
  );
  protected readonly alike = computed(() => (this.changed() ? null : likeliest(this.kept(), this.columns())));
  protected readonly others = computed(() => this.kept().filter((one) => one !== this.alike()));
  protected readonly current = computed(() => this.kept().find(({ name }) => name === this.name().trim()));

  constructor() {
    this.load();
  }

  protected take(field: HTMLSelectElement): void {
    const one = this.kept().find(({ name }) => name === field.value);
    field.value = '';
    if (!one) return;
    this.name.set(one.name);
    this.taken.emit(one);
  }

  protected keep(event: Event): void {
    event.preventDefault();
    const name = this.name().trim();
    if (!name) return;
    const body = { columns: this.columns(), mapping: this.mapping(), form: this.form() };
    this.api.keepMapping(name, body).subscribe({
      next: () => {
        this.snackBar.open(`Kept as “${name}”. It is proposed for files that look alike.`, undefined, {
          duration: 6_000,
        });
        this.load();
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  protected forget(one: KeptMapping): void {
    this.api.forgetMapping(one.name).subscribe({
      next: () => {
        this.load();
        this.snackBar
          .open(`“${one.name}” is forgotten.`, 'Undo', { duration: 8_000 })
          .onAction()
          .subscribe(() => {
            const { name, updatedAt: _, ...body } = one;
            this.api.keepMapping(name, body).subscribe({
              next: () => this.load(),
              error: (problem: Problem) => this.problem.set(problem),
            });
          });
      },
      error: (problem: Problem) => this.problem.set(problem),
    });
  }

  private load(): void {
    this.problem.set(null);
    this.api.mappings().subscribe({
      next: (kept) => this.kept.set(kept),
      error: (problem: Problem) => this.problem.set(problem),
    });
  }
}
