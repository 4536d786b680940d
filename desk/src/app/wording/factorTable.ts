import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { BlendFactor } from '@fond/core';
import { RangeVocabulary } from './rangeNames';
import { basisNumber, basisWords } from './blendWords';

/** One factor of a product's score. */
export interface ToldFactor {
  factor: BlendFactor;
  number: number | null;
  share: number;
  adds: number;
}

/** A product's score, factor by factor: its own number, where that stands among the others, and what it adds. */
@Component({
  selector: 'desk-factor-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table>
      <thead>
        <tr>
          <th scope="col">Factor</th>
          <th scope="col">its own</th>
          <th scope="col">ahead of</th>
          <th scope="col">adds</th>
        </tr>
      </thead>
      <tbody>
        @for (line of lines(); track line.id) {
          <tr>
            <th scope="row">{{ line.name }}</th>
            <td>{{ line.number }}</td>
            <td class="figures">{{ line.share }} %</td>
            <td class="figures">{{ line.adds }}</td>
          </tr>
        }
      </tbody>
      <tfoot>
        <tr>
          <th scope="row" colspan="3">Score, of 100</th>
          <td class="figures">{{ score() }}</td>
        </tr>
      </tfoot>
    </table>
  `,
  styles: `
    :host {
      display: block;
      overflow-x: auto;
    }
    table {
      border-collapse: collapse;
    }
    th,
    td {
      padding: 3px 14px 3px 0;
      border-block-end: 1px solid var(--hairline);
      font-weight: 400;
      text-align: start;
    }
    thead th {
      color: var(--quiet);
    }
    .figures {
      text-align: end;
    }
    tfoot th,
    tfoot td {
      font-weight: 600;
    }
  `,
})
export class FactorTable {
  private readonly words = inject(RangeVocabulary);
  readonly factors = input.required<readonly ToldFactor[]>();

  protected readonly lines = computed(() =>
    this.factors().map(({ factor: { id, basis }, number, share, adds }) => ({
      id,
      name: basisWords(basis, this.words.names()),
      number: basisNumber(basis, number, this.words.names()),
      share: Math.round(share * 100),
      adds: points(adds),
    })),
  );
  protected readonly score = computed(() => points(this.factors().reduce((sum, { adds }) => sum + adds, 0)));
}

const points = (share: number): string => (share * 100).toFixed(1);
