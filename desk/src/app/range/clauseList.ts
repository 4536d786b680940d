import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { isGroup, sayClause, type Clause, type SieveStep } from '@fond/core';
import { ClauseFields } from './clauseFields';
import { clauseOffers } from './clauseKinds';
import { RangeVocabulary } from '../wording/rangeNames';

type GroupKind = 'all' | 'any' | 'none';

interface Line {
  at: number;
  /** The clause that is edited: of “not …” the one inside. */
  clause: Clause;
  not: boolean;
  said: string;
  step: SieveStep | null;
  /** Share of the source that is left, in percent. */
  left: number;
  mark: 'gone' | 'all' | 'nothing' | null;
  takes: string;
}

const denied = (clause: Clause): clause is { kind: 'none'; of: readonly Clause[] } =>
  clause.kind === 'none' && isGroup(clause) && clause.of.length === 1;

/** Clauses one under the other, each with a bar of what is left after it. Groups hold lists of their own. */
@Component({
  selector: 'desk-clauses',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClauseFields, MatIconModule],
  template: `
    <ol>
      @for (line of lines(); track line.at) {
        <li
          [class.gone]="line.mark === 'gone'"
          [class.all]="line.mark === 'all'"
          [class.idle]="line.mark === 'nothing'"
        >
          <div class="row">
            <button
              type="button"
              class="said"
              [attr.aria-expanded]="open() === line.at"
              (click)="open.set(open() === line.at ? null : line.at)"
            >
              {{ line.said }}
            </button>
            @if (line.step; as step) {
              <span class="bar" aria-hidden="true"><i [style.inline-size.%]="line.left"></i></span>
              <b class="figures">{{ step.left }}</b><span class="unseen"> left</span>
            }
            <button
              type="button"
              class="choice not"
              [attr.aria-pressed]="line.not"
              (click)="toggleNot(line)"
              [attr.aria-label]="'Not: ' + line.said"
            >
              not
            </button>
            <button
              type="button"
              class="tool"
              (click)="remove(line.at)"
              [attr.aria-label]="'Take away: ' + line.said"
            >
              <mat-icon svgIcon="close" />
            </button>
          </div>
          @if (line.takes) {
            <p class="takes">{{ line.takes }}</p>
          }
          @if (group(line.clause); as inner) {
            <div class="group">
              <span class="choices" role="group" aria-label="How these clauses belong together">
                @for (kind of kinds; track kind) {
                  <button
                    type="button"
                    class="choice"
                    [attr.aria-pressed]="line.clause.kind === kind"
                    (click)="regroup(line, kind)"
                  >
                    {{ kind }} of
                  </button>
                }
              </span>
              <desk-clauses
                [clauses]="inner"
                [steps]="line.step?.of ?? null"
                [source]="source()"
                [nested]="true"
                [collections]="collections()"
                (changed)="put(line, withInner(line.clause, $event))"
              />
            </div>
          } @else if (open() === line.at) {
            <desk-clause-fields [clause]="line.clause" (changed)="put(line, $event)" />
          }
        </li>
      }
    </ol>
    <select class="add" aria-label="Add a clause" (change)="add($any($event.target))">
      <option value="">+ {{ nested() ? 'put in' : clauses().length ? 'and' : 'that are' }} …</option>
      @for (group of offers(); track group.name) {
        <optgroup [label]="group.name">
          @for (offer of group.offers; track offer.name) {
            <option [value]="offer.at">{{ offer.name }}</option>
          }
        </optgroup>
      }
    </select>
  `,
  styleUrl: './clauseList.scss',
})
export class ClauseList {
  private readonly words = inject(RangeVocabulary);
  readonly clauses = input.required<readonly Clause[]>();
  /** What the sieve says of each clause; null where nothing is sieved. */
  readonly steps = input<readonly SieveStep[] | null>(null);
  readonly source = input(0);
  readonly nested = input(false);
  /** Whether a clause may name a collection; the rule of one may not. */
  readonly collections = input(true);
  readonly changed = output<readonly Clause[]>();

  protected readonly kinds: readonly GroupKind[] = ['all', 'any', 'none'];
  protected readonly open = signal<number | null>(null);
  private readonly made = computed(() => {
    const groups = this.words.groups();
    return clauseOffers(this.words.words(), this.collections() ? groups : { ...groups, collections: [] });
  });
  protected readonly offers = computed(() => {
    const groups = new Map<string, { at: number; name: string }[]>();
    this.made().forEach(({ group, name }, at) => {
      groups.set(group, [...(groups.get(group) ?? []), { at, name }]);
    });
    return [...groups].map(([name, offers]) => ({ name, offers }));
  });

  protected readonly lines = computed((): Line[] =>
    this.clauses().map((clause, at) => {
      const not = denied(clause);
      const step = this.steps()?.[at] ?? null;
      return {
        at,
        clause: not ? clause.of[0] : clause,
        not,
        said: sayClause(clause, this.words.names()),
        step,
        left: step && this.source() ? (step.left / this.source()) * 100 : 0,
        ...this.marked(clause, step),
      };
    }),
  );

  private marked(clause: Clause, step: SieveStep | null): Pick<Line, 'mark' | 'takes'> {
    if (!step) return { mark: null, takes: '' };
    if (step.fault)
      return {
        mark: 'gone',
        takes:
          step.fault.kind === 'number'
            ? 'What it names is no number any more; the page leaves this clause out.'
            : 'What it names is no longer in the catalogue; the page leaves this clause out.',
      };
    if (isGroup(clause) && !clause.of.length) return { mark: 'nothing', takes: 'Nothing is in it yet.' };
    const source = this.source();
    if (step.alone === source && source > 0)
      return { mark: 'all', takes: `By itself it keeps none of ${source}.` };
    if (step.alone === 0) return { mark: 'nothing', takes: `Keeps all ${source}.` };
    return {
      mark: step.left === 0 ? 'all' : null,
      takes: `By itself it keeps ${source - step.alone} of ${source}.`,
    };
  }

  protected group(clause: Clause): readonly Clause[] | null {
    return isGroup(clause) ? clause.of : null;
  }

  protected withInner(clause: Clause, of: readonly Clause[]): Clause {
    return { ...clause, of } as Clause;
  }

  protected regroup(line: Line, kind: GroupKind): void {
    this.put(line, { ...line.clause, kind } as Clause);
  }

  protected put(line: Line, clause: Clause): void {
    const whole: Clause = line.not ? { kind: 'none', of: [clause] } : clause;
    this.changed.emit(this.clauses().map((one, at) => (at === line.at ? whole : one)));
  }

  protected toggleNot(line: Line): void {
    const clause: Clause = line.not ? line.clause : { kind: 'none', of: [line.clause] };
    this.changed.emit(this.clauses().map((one, at) => (at === line.at ? clause : one)));
  }

  protected remove(at: number): void {
    this.open.set(null);
    this.changed.emit(this.clauses().filter((_, other) => other !== at));
  }

  protected add(field: HTMLSelectElement): void {
    const offer = field.value === '' ? undefined : this.made()[Number(field.value)];
    field.value = '';
    if (!offer) return;
    this.open.set(this.clauses().length);
    this.changed.emit([...this.clauses(), offer.make()]);
  }
}
