import { describe, expect, it } from 'vitest';
import type { ProductColumn, ProductFilter } from '@fond/contract';
import { addressOfTable, filterIn, shownColumns, sortingIn } from './tableState';

const column = (name: string, fixed = false): ProductColumn => ({
  name,
  label: name,
  kind: 'text',
  unit: null,
  sort: name,
  fixed,
  choices: [],
});
const ALL = [column('sku', true), column('title'), column('constructor'), column('Material')];

describe('the address of a products table', () => {
  it('says what is shown, and comes back as it was', () => {
    const filter: ProductFilter = {
      q: 'pan & lid',
      gap: 'attribute:material',
      standing: 'draft',
      clauses: [{ kind: 'sale' }],
    };
    const sorting = { by: 'price', down: true };
    const address = addressOfTable(filter, sorting) as Record<string, string>;
    expect(filterIn(address)).toEqual(filter);
    expect(sortingIn(address)).toEqual(sorting);
    expect(sortingIn({ sort: 'title' })).toEqual({ by: 'title', down: false });
  });

  it('asks for nothing that it can’t read', () => {
    expect(filterIn({ clauses: '{', standing: 'constructor' })).toEqual({ clauses: [] });
    expect(filterIn({ clauses: '{}' })).toEqual({ clauses: [] });
  });
});

describe('the columns of a products table', () => {
  it('begin with the article number, leave out what is gone, and keep their widths', () => {
    const shown = shownColumns(ALL, [{ name: 'Material', width: 99 }, { name: 'gone' }, { name: 'title' }]);
    expect(shown.map(({ column: { name }, width }) => [name, width])).toEqual([
      ['sku', 150],
      ['Material', 99],
      ['title', 280],
    ]);
    expect(shownColumns(ALL, null).map((one) => one.column.name)).toEqual(['sku', 'title']);
  });
});
