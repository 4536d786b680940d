import { of, Subject, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import type { ProductRows, RowsQuestion } from '@fond/contract';
import type { CatalogueApi } from '../../api/catalogueApi';
import { RowWindows } from './rowWindows';

const TOTAL = 10_000;
const answer = ({ from, count }: RowsQuestion): ProductRows => ({
  total: TOTAL,
  from,
  rows: Array.from({ length: Math.min(count, TOTAL - from) }, (_, at) => ({
    sku: `P-${from + at}`,
    title: '',
    image: null,
    cells: [`P-${from + at}`, String(from + at)],
  })),
});
const QUESTION = { filter: {}, sorting: null, columns: ['sku', 'stock'] };

function opened(rows = vi.fn((question: RowsQuestion) => of(answer(question)))) {
  const windows = new RowWindows({ rows } as unknown as CatalogueApi);
  windows.open(QUESTION);
  return { windows, rows };
}

describe('the rows of a long table', () => {
  it('are read by the windows that come into view, each once', () => {
    const { windows, rows } = opened();
    expect(windows.total()).toBe(TOTAL);
    windows.need(4_990, 5_010);
    windows.need(4_990, 5_010);
    expect(rows.mock.calls.map(([{ from }]) => from)).toEqual([0, 4_900, 5_000]);
    expect(windows.row(5_007)?.sku).toBe('P-5007');
    expect(windows.row(6_000)).toBeNull();
  });

  it('are forgotten where they were longest not looked at, and read again when they are needed', () => {
    const { windows, rows } = opened();
    for (let at = 0; at < TOTAL; at += 100) windows.need(at, at);
    expect(windows.row(9_999)?.sku).toBe('P-9999');
    expect(windows.row(50)).toBeNull();
    rows.mockClear();
    windows.need(50, 50);
    expect(rows).toHaveBeenCalledOnce();
    expect(windows.row(50)?.sku).toBe('P-50');
  });

  it('show what was stored where they stand, until the table is asked for anew', () => {
    const { windows, rows } = opened();
    const before = windows.drawn();
    windows.put([
      { sku: 'P-3', column: 'stock', value: '77' },
      { sku: 'P-4', column: 'constructor', value: 'no column of the table' },
    ]);
    expect([windows.row(3)?.cells, windows.row(4)?.cells]).toEqual([
      ['P-3', '77'],
      ['P-4', '4'],
    ]);
    expect(windows.drawn()).toBeGreaterThan(before);
    windows.open(QUESTION);
    expect(windows.row(3)?.cells[1]).toBe('3');
    expect(rows).toHaveBeenCalledTimes(2);
  });

  it('drop an answer to what was asked before, and say what went wrong until it goes well', () => {
    const late = new Subject<ProductRows>();
    const rows = vi
      .fn((question: RowsQuestion) => of(answer(question)))
      .mockReturnValueOnce(late.asObservable())
      .mockReturnValueOnce(throwError(() => new Error('gone')));
    const { windows } = opened(rows);
    windows.open({ ...QUESTION, filter: { q: 'pan' } });
    late.next(answer({ columns: [], from: 0, count: 1 }));
    expect([windows.total(), windows.problem()?.status]).toEqual([null, 0]);
    windows.need(0, 0);
    expect([windows.total(), windows.problem()]).toEqual([TOTAL, null]);
  });
});
