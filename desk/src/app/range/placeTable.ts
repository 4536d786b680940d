import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ShelfPlace } from '@fond/contract';
import { FactorTable } from '../wording/factorTable';
import { RangeVocabulary } from '../wording/rangeNames';
import { neighbourWords } from '../wording/placedWords';
import { levelWords } from '../wording/words';

/** What a product is sorted by, beside the products above and below it; and the factors of its blends. */
@Component({
  selector: 'desk-place-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FactorTable],
  template: `
    @let at = place();
    <table>
      <thead>
        <tr>
          <td></td>
          @if (at.above; as above) {
            <th scope="col">
              {{ at.place - 1 }}. {{ above.title }}<small>stands before it {{ because().above }}</small>
            </th>
          }
          <th scope="col" class="own">{{ at.place }}. {{ title() }}</th>
          @if (at.below; as below) {
            <th scope="col">
              {{ at.place + 1 }}. {{ below.title }}<small>stands behind it {{ because().below }}</small>
            </th>
          }
        </tr>
      </thead>
      <tbody>
        @for (level of levels(); track level.name) {
          <tr>
            <th scope="row">{{ level.name }}</th>
            @if (at.above) {
              <td>{{ level.above ?? '–' }}</td>
            }
            <td class="own">{{ level.here ?? '–' }}</td>
            @if (at.below) {
              <td>{{ level.below ?? '–' }}</td>
            }
          </tr>
        }
      </tbody>
    </table>
    @for (blend of blends(); track blend.name) {
      <p>What “{{ blend.name }}” makes of it:</p>
      <desk-factor-table [factors]="blend.factors" />
    }
  `,
  styles: `
    :host {
      display: block;
      overflow-x: auto;
    }
    table {
      margin: 6px 0;
      border-collapse: collapse;
    }
    th,
    td {
      padding: 3px 12px 3px 0;
      border-block-end: 1px solid var(--hairline);
      font-weight: 400;
      text-align: start;
      vertical-align: top;
    }
    thead th {
      max-width: 190px;
    }
    .own {
      font-weight: 600;
    }
    small {
      display: block;
      color: var(--quiet);
      font-weight: 400;
    }
    p {
      margin: 8px 0 2px;
    }
  `,
})
export class PlaceTable {
  private readonly words = inject(RangeVocabulary);
  readonly place = input.required<ShelfPlace>();
  readonly title = input.required<string>();

  protected readonly levels = computed(() =>
    this.place()
      .levels.filter(({ key }) => key !== 'random')
      .map((level) => ({ ...level, name: levelWords(level, this.words.names()) })),
  );
  protected readonly because = computed(() => {
    const { above, below } = this.place();
    const said = (one: typeof above): string =>
      one ? neighbourWords(one, this.place(), this.words.names()) : '';
    return { above: said(above), below: said(below) };
  });
  protected readonly blends = computed(() =>
    this.place().levels.flatMap(({ blend }) =>
      blend
        ? [
            {
              name: blend.name,
              factors: blend.factors.map(({ said, ...scored }) => ({ factor: said, ...scored })),
            },
          ]
        : [],
    ),
  );
}
