import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink, type Params } from '@angular/router';
import { Store } from '@ngrx/store';
import { mayAs, type CalendarEntry, type Problem } from '@fond/contract';
import { dayWords, shifted, type Days } from '@fond/core';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
import { sessionFeature } from '../session/session.feature';
import { FIXTURE_WORDS } from '../wording/words';
import { CalendarBar } from './calendarBar';
import { EntryMoves, isMovable } from './entryMoves';
import { barOf, daysOf, type Month } from './calendarMonth';

const DAY = 86_400_000;
const two = (number: number): string => String(number).padStart(2, '0');

const KINDS: Readonly<Record<CalendarEntry['kind'], string>> = {
  trial: 'Trial',
  condition: 'Shown on days',
  pin: 'Pin',
  group: 'Group',
  finding: 'Finding put off',
  page: 'Page open on days',
};

const spanWords = ({ from, to }: Days): string =>
  [from && `from ${dayWords(from)}`, to && `until ${dayWords(to)}`].filter(Boolean).join(' ');

/** What is on the calendar besides campaigns, each with the place where its days are set. */
@Component({
  selector: 'desk-calendar-entries',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CalendarBar, RouterLink],
  template: `
    @if (problem(); as told) {
      <p class="trouble" role="alert">
        <strong>{{ told.title }}.</strong> {{ told.detail }}
      </p>
    }
    <div class="grid" [style.--days]="days()">
      @for (line of lines(); track $index) {
        <article>
          <div class="words">
            <a class="word" [routerLink]="line.link" [queryParams]="line.params">{{ line.title }}</a>
            <small>{{ line.detail }}</small>
          </div>
          <div class="track">
            @if (line.bar; as bar) {
              <desk-calendar-bar
                [bar]="bar"
                [days]="days()"
                [name]="line.title"
                [movable]="line.movable"
                (moved)="move(line.entry, $event)"
              />
            }
          </div>
        </article>
      } @empty {
        @if (!read.isLoading()) {
          <p class="none">No trial, pin, group or condition begins or ends by itself in this month.</p>
        }
      }
    </div>
  `,
  styleUrl: './campaignCalendar.scss',
})
export class CalendarEntries {
  private readonly api = inject(Api);
  private readonly moves = inject(EntryMoves);
  private readonly messages = inject(MatSnackBar);
  readonly month = input.required<Month>();
  protected readonly days = computed(() => daysOf(this.month(), new Date()).length);
  protected readonly read = rxResource({
    params: () => {
      const { year, month } = this.month();
      const start = `${year}-${two(month + 1)}`;
      return { from: `${start}-01`, to: `${start}-${two(this.days())}` };
    },
    stream: ({ params }) => this.api.calendar(params.from, params.to),
    defaultValue: [],
  });
  private readonly refused = signal<Problem | null>(null);
  protected readonly problem = computed(() => this.refused() ?? failureOf(this.read.error()));
  private readonly user = inject(Store).selectSignal(sessionFeature.selectUser);
  private readonly mayWrite = computed(() => mayAs(this.user()?.role ?? 'viewer', 'merchandiser'));
  protected readonly lines = computed(() =>
    (this.read.hasValue() ? this.read.value() : []).map((entry) => ({
      entry,
      movable: this.mayWrite() && isMovable(entry),
      title: `${KINDS[entry.kind]}: ${entry.name || (entry.fixture ? FIXTURE_WORDS[entry.fixture] : '')}`,
      detail: this.detail(entry),
      ...this.place(entry),
      bar: barOf(
        {
          startsAt: new Date(entry.from ? `${entry.from}T00:00` : 0).toISOString(),
          endsAt: entry.to && new Date(Date.parse(`${entry.to}T00:00`) + DAY).toISOString(),
        },
        this.month(),
      ),
    })),
  );

  /** By so many days, with a way back. */
  protected move(entry: CalendarEntry, days: number, back = false): void {
    this.moves.move(entry, days).subscribe({
      next: (said) => {
        this.refused.set(null);
        this.read.reload();
        if (back) return;
        const moved = shifted(entry, days);
        this.messages
          .open(said, 'Undo', { duration: 10_000 })
          .onAction()
          .subscribe(() => this.move(moved, -days, true));
      },
      error: (problem: Problem) => this.refused.set(problem),
    });
  }

  private detail({ plan, aisle, live, ...drafted }: CalendarEntry): string {
    const where = [plan?.name, aisle && `in ${aisle} alone`].filter(Boolean).join(', ');
    if (!live) return [where, spanWords(drafted)].filter(Boolean).join(', ');
    return `${where}, in the draft ${spanWords(drafted)}, live ${spanWords(live)}`;
  }

  private place({ kind, id, plan, fixture }: CalendarEntry): { link: string[]; params: Params } {
    if (kind === 'trial') return { link: ['/trials', id], params: {} };
    if (kind === 'page') return { link: ['/pages', id], params: {} };
    if (kind === 'finding' || !plan) return { link: ['/findings'], params: {} };
    const open = fixture === 'shelf' && kind !== 'condition' ? 'order' : `fixture:${id}`;
    return { link: ['/plans', plan.id], params: { open } };
  }
}
