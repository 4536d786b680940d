import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { RouterLink, type Params } from '@angular/router';
import type { Counts, Estimate } from '@fond/core';
import { boundsText, moneyText, percentText } from './figureWords';

/** Something that was seen and earned: a product, an aisle, a shelf. */
export interface EarningRow extends Counts {
  /** Unique in its table. */
  key: string;
  title: string;
  /** Behind the title, in small letters. */
  detail?: string;
  /** Where its own figures are; none where it has no figures of its own. */
  query?: Params;
  visits?: number;
  rate: Estimate;
}

const FEW = 12;

/** What each of several things earned, the first dozen until more are asked for. */
@Component({
  selector: 'desk-earning-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <div class="wide">
      <table>
        <thead>
          <tr>
            <th scope="col">{{ heading() }}</th>
            @if (visited()) {
              <th scope="col" class="number">Visits</th>
            }
            <th scope="col" class="number">Seen</th>
            <th scope="col" class="number">Clicks</th>
            <th scope="col" class="number">Of what is seen</th>
            <th scope="col" class="number">In carts</th>
            <th scope="col" class="number">Bought</th>
            <th scope="col" class="number">Revenue</th>
          </tr>
        </thead>
        <tbody>
          @for (one of shown(); track one.key) {
            <tr>
              <th scope="row">
                @if (one.query; as query) {
                  <a class="word" routerLink="/figures" [queryParams]="query">{{ one.title }}</a>
                } @else {
                  {{ one.title }}
                }
                @if (one.detail) {
                  <small class="path">{{ one.detail }}</small>
                }
              </th>
              @if (visited()) {
                <td class="number">{{ one.visits }}</td>
              }
              <td class="number">{{ one.seen }}</td>
              <td class="number">{{ one.clicks }}</td>
              <td class="number">
                {{ percent(one.rate.value) }} <small>{{ bounds(one.rate) }}</small>
              </td>
              <td class="number">{{ one.carts }}</td>
              <td class="number">{{ one.bought }}</td>
              <td class="number">{{ money(one.revenue) }}</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    @if (rows().length - shown().length; as rest) {
      <button type="button" class="word" (click)="all.set(true)">{{ rest }} more</button>
    }
  `,
  styleUrls: ['../shell/sheet.scss', './figureTable.scss'],
})
export class EarningTable {
  /** What its rows are. */
  readonly heading = input.required<string>();
  readonly rows = input.required<readonly EarningRow[]>();
  readonly currency = input.required<string>();

  protected readonly all = signal(false);
  protected readonly shown = computed(() => (this.all() ? this.rows() : this.rows().slice(0, FEW)));
  /** Whether its rows are visited, as aisles are. */
  protected readonly visited = computed(() => this.rows().some(({ visits }) => visits !== undefined));
  protected readonly percent = percentText;
  protected readonly bounds = boundsText;

  protected money(cents: number): string {
    return moneyText(cents, this.currency());
  }
}
