import { describe, expect, it } from 'vitest';
import type { ImportColumn, ImportReport } from '@fond/contract';
import { render } from '../../testing/render';
import { ColumnTable } from './columnTable';

const column = (of: Partial<ImportColumn>): ImportColumn => ({
  name: 'Preis',
  use: 'attribute',
  key: 'preis',
  type: 'text',
  known: false,
  filled: 2,
  examples: ['12,90', '4,00'],
  read: ['12.90 EUR', '4.00 EUR'],
  ...of,
});

async function shown(columns: readonly ImportColumn[], disabled = false) {
  const { fixture } = render(ColumnTable, []);
  fixture.componentRef.setInput('report', { columns, lines: [2, 3] } as Partial<ImportReport>);
  fixture.componentRef.setInput('vocabulary', { languages: ['en'], attributes: [] });
  fixture.componentRef.setInput('disabled', disabled);
  const chosen: unknown[] = [];
  fixture.componentInstance.chose.subscribe((one) => chosen.push(one));
  await fixture.whenStable();
  const root = fixture.nativeElement as HTMLElement;
  return { root, chosen, field: root.querySelector('select')! };
}

describe('the columns of a file', () => {
  it('show their first lines as they will be, and what is left out as the file has it', async () => {
    const { root } = await shown([column({}), column({ name: 'Rest', use: 'skip' })]);
    const rows = [...root.querySelectorAll('tbody tr')].map((row) =>
      [...row.querySelectorAll('.cell')].map((cell) => cell.textContent.trim()),
    );
    expect(rows).toEqual([
      ['12.90 EUR', '4.00 EUR'],
      ['12,90', '4,00'],
    ]);
    expect([...root.querySelectorAll('thead th')].map((one) => one.textContent.trim()).slice(3)).toEqual([
      'Line 2',
      'Line 3',
    ]);
  });

  it('become what is chosen', async () => {
    const { field, chosen } = await shown([column({})]);
    expect(field.value).toBe('new:text');
    for (const value of ['field:price', 'skip']) {
      field.value = value;
      field.dispatchEvent(new Event('change'));
    }
    expect(chosen).toEqual([
      { name: 'Preis', mapped: { use: 'field', field: 'price' } },
      { name: 'Preis', mapped: { use: 'skip' } },
    ]);
  });

  it('can’t be chosen where the file is not there any more', async () => {
    expect((await shown([column({})], true)).field.disabled).toBe(true);
  });
});
