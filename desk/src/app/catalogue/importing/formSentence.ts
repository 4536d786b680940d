import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { FileForm } from '@fond/contract';

interface Choice {
  value: string;
  name: string;
}

const ENCODINGS: readonly Choice[] = [
  { value: 'utf-8', name: 'UTF-8' },
  { value: 'windows-1252', name: 'Windows-1252' },
  { value: 'utf-16le', name: 'UTF-16' },
  { value: 'utf-16be', name: 'UTF-16, high byte first' },
];
const SEPARATORS: readonly Choice[] = [
  { value: ',', name: 'commas' },
  { value: ';', name: 'semicolons' },
  { value: '\t', name: 'tabs' },
  { value: '|', name: 'bars' },
];
const DECIMALS: readonly Choice[] = [
  { value: '.', name: '1,234.50' },
  { value: ',', name: '1.234,50' },
];
const DATES: readonly Choice[] = [
  { value: 'ymd', name: '2026-03-31' },
  { value: 'dmy', name: '31.03.2026' },
  { value: 'mdy', name: '03/31/2026' },
];

/** How a file is written, as a sentence whose words can be set where what was found is not meant. */
@Component({
  selector: 'desk-form-sentence',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (word of words(); track word.key) {
      <label
        ><span>{{ word.before }}</span>
        <select [disabled]="disabled()" (change)="set(word.key, $any($event.target).value)">
          @for (choice of word.choices; track choice.value) {
            <option [value]="choice.value" [selected]="choice.value === word.value">{{ choice.name }}</option>
          }
        </select></label
      >
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 6px 14px;
      margin: 10px 0;
    }
    label {
      display: inline-flex;
      align-items: baseline;
      gap: 6px;
      color: var(--quiet);
    }
    select {
      min-height: 26px;
      padding: 1px 2px;
      border: 0;
      border-bottom: 1px solid var(--petrol);
      background: transparent;
      color: var(--petrol);
      font: inherit;
    }
    option {
      background: var(--sheet);
      color: var(--ink);
    }
  `,
})
export class FormSentence {
  readonly form = input.required<FileForm>();
  readonly sheets = input<readonly string[]>([]);
  readonly disabled = input(false);
  readonly changed = output<Partial<FileForm>>();

  protected readonly words = computed(() => {
    const { encoding, separator, decimal, date, sheet } = this.form();
    const sheets = this.sheets().map((name) => ({ value: name, name }));
    return [
      ...(sheet === null ? [] : [{ key: 'sheet' as const, before: 'Sheet', choices: sheets, value: sheet }]),
      ...(sheet === null
        ? [{ key: 'encoding' as const, before: 'Letters are', choices: ENCODINGS, value: encoding }]
        : []),
      ...(separator === null
        ? []
        : [
            {
              key: 'separator' as const,
              before: 'Between cells stand',
              choices: SEPARATORS,
              value: separator,
            },
          ]),
      { key: 'decimal' as const, before: 'Numbers are written', choices: DECIMALS, value: decimal },
      { key: 'date' as const, before: 'Dates are written', choices: DATES, value: date },
    ];
  });

  protected set(key: keyof FileForm, value: string): void {
    this.changed.emit({ [key]: value });
  }
}
