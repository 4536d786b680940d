import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { RouterLink, type Params } from '@angular/router';
import type { CalendarEntry } from '@fond/contract';
import { dayWords } from '@fond/core';
import { Api } from '../api/api';
import { failureOf } from '../api/problem';
import { FIXTURE_WORDS } from '../wording/words';
import { CalendarBar } from './calendarBar';
import { barOf, daysOf, type Month } from './calendarMonth';

const DAY = 86_400_000;
const two = (number: number): string => String(number).padStart(2, '0');

const KINDS: Readonly<Record<CalendarEntry['kind'], string>> = {
  trial: 'Trial',
  condition: 'Shown on days',
  pin: 'Pin',
  group: 'Group',
  finding: 'Finding put off',
};

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
              <desk-calendar-bar [bar]="bar" [days]="days()" [name]="line.title" />
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
  protected readonly problem = computed(() => failureOf(this.read.error()));
  protected readonly lines = computed(() =>
    (this.read.hasValue() ? this.read.value() : []).map((entry) => ({
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

  private detail({ plan, aisle, from, to }: CalendarEntry): string {
    const days = [from && `from ${dayWords(from)}`, to && `until ${dayWords(to)}`].filter(Boolean).join(' ');
    return [plan?.name, aisle && `in ${aisle} alone`, days].filter(Boolean).join(', ');
  }

  private place({ kind, id, plan, fixture }: CalendarEntry): { link: string[]; params: Params } {
    if (kind === 'trial') return { link: ['/trials', id], params: {} };
    if (kind === 'finding' || !plan) return { link: ['/findings'], params: {} };
    const open = fixture === 'shelf' && kind !== 'condition' ? 'order' : `fixture:${id}`;
    return { link: ['/plans', plan.id], params: { open } };
  }
}
