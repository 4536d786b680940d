import { describe, expect, it } from 'vitest';
import { editionFrom } from '../plan/edition';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { composePage } from '../page/composePage';
import type { FixtureModel } from '../page/pageModel';
import { USUAL_SHOW, type ValueShow } from '../catalogue/valueShow';
import { facetChoice, housePlan } from '../plan/housePlan';
import { SEARCH_FACET, type FacetChoice, type PanelSettings } from '../plan/plan';
import { USUAL_VALUES } from '../plan/planValues';
import type { SearchMatches } from '../order/matches';
import type { FacetModel } from './models';
import { FRAME, NOW, product } from '../testing/catalogues';

const rows = [
  product(1, {
    price: 1200,
    rating: 4.6,
    ratings: 3,
    attributes: { diameter: 28, material: 'steel', colour: 'red' },
  }),
  product(2, {
    price: 1900,
    rating: 3.2,
    ratings: 9,
    attributes: { diameter: 9.5, material: 'iron', colour: 'blue' },
  }),
  product(3, { price: 8900, attributes: { diameter: 16, material: 'iron' } }),
  product(4, { price: null, categories: [5], attributes: { material: 'copper, tinned' } }),
];
const snapshot = snapshotOf(FRAME, rows);

function facetsAt(
  path: string,
  parameters: Record<string, string> = {},
  change: (choice: FacetChoice) => FacetChoice = (choice) => choice,
  settings: Partial<PanelSettings> = {},
  matches: SearchMatches | null = null,
  of = snapshot,
) {
  const plan = housePlan(snapshot, 'House');
  const fixtures = plan.fixtures.map((fixture) =>
    fixture.type === 'facets' ? { ...fixture, facets: fixture.facets.map(change), ...settings } : fixture,
  );
  const page = composePage(
    of,
    editionFrom(1, { documents: [{ ...plan, fixtures }], ranges: [], blends: [] }),
    {
      path,
      parameters,
      matches,
      now: NOW,
    },
  )!;
  const panel = page.fixtures.find(
    (fixture): fixture is Extract<FixtureModel, { type: 'facets' }> => fixture.type === 'facets',
  )!;
  return { page, facet: (key: string) => panel.facets.find((one) => one.key === key) };
}

describe('a facet', () => {
  it('puts numbers in their order and words by how many products have them', () => {
    const { facet } = facetsAt('/');
    expect(facet('diameter')!.values.map((value) => value.value)).toEqual(['9.5', '16', '28']);
    expect(facet('material')!.values.map((value) => `${value.label} ${value.count}`)).toEqual([
      'iron 2',
      'copper, tinned 1',
      'steel 1',
    ]);
  });

  it('shows a colour that says itself how it looks, and the name of one that nobody has given a colour', () => {
    const page = composePage(
      snapshotOf(FRAME, [
        product(1, { attributes: { colour: '#C93F38' } }),
        product(2, { attributes: { colour: 'Ink blue' } }),
      ]),
      editionFrom(1, { documents: [housePlan(snapshot, 'House')], ranges: [], blends: [] }),
      { path: '/', parameters: {}, matches: null, now: NOW },
    )!;
    const panel = page.fixtures.find(
      (fixture): fixture is Extract<FixtureModel, { type: 'facets' }> => fixture.type === 'facets',
    )!;
    const colours = panel.facets.find(({ key }) => key === 'colour')!;
    expect(colours.control).toBe('swatches');
    expect(Object.fromEntries(colours.values.map(({ value, swatch }) => [value, swatch]))).toEqual({
      '#C93F38': '#c93f38',
      'Ink blue': null,
    });
  });

  it('writes numbers and names in the language of the page', () => {
    const { facet } = facetsAt('/', { lang: 'fr' });
    expect(facet('diameter')).toMatchObject({ label: 'Diamètre', unit: 'cm' });
    expect(facet('diameter')!.values[0].label).toBe('9,5');
    expect(
      facet('colour')!
        .values.map((value) => value.label)
        .sort(),
    ).toEqual(['Rouge', 'blue']);
  });

  it('is called by the plan’s own word where it has one', () => {
    const own = (choice: FacetChoice): FacetChoice =>
      choice.key === 'material' ? { ...choice, label: { en: 'Made of' } } : choice;
    expect(facetsAt('/', {}, own).facet('material')!.label).toBe('Made of');
    expect(facetsAt('/', { lang: 'fr' }, own).facet('material')!.label).toBe('Matière');
  });

  it('is left out where it offers no choice, and stays while something is chosen in it', () => {
    expect(facetsAt('/knives').facet('material')).toBeUndefined();
    expect(
      facetsAt('/knives', { material: 'steel' })
        .facet('material')!
        .values.map((value) => value.value),
    ).toContain('steel');
  });

  it('shows swatches for colours, and a range for prices with the buckets people would choose', () => {
    const { facet } = facetsAt('/');
    expect(facet('colour')).toMatchObject({ control: 'swatches' });
    expect(facet('colour')!.values.find((value) => value.value === 'red')!.swatch).toBe('#b22');
    const price = facet('price')!;
    expect(price.control).toBe('range');
    expect(price.range).toMatchObject({ min: 12, max: 89, currency: 'EUR' });
    expect(price.range!.buckets[0]).toEqual({ from: 10, to: 20, count: 2 });
    expect(price.range!.buckets.map((bucket) => bucket.count).reduce((a, b) => a + b)).toBe(3);
  });

  it('offers ratings in steps, one at a time', () => {
    const { facet } = facetsAt('/', { rating: '4..' });
    expect(facet('rating')!.values.map((value) => [value.value, value.count, value.selected])).toEqual([
      ['4.5..', 1, false],
      ['4..', 1, true],
      ['3.5..', 1, false],
      ['3..', 2, false],
    ]);
    expect(facet('rating')!.values[3].href).toBe('/?rating=3..');
    expect(facet('rating')!.values[1].href).toBe('/');
  });

  it('offers the categories below the aisle, in the order of the tree', () => {
    expect(
      facetsAt('/')
        .facet('category')!
        .values.map((value) => value.label),
    ).toEqual(['Cookware', 'Knives']);
    expect(facetsAt('/cookware').facet('category')).toBeUndefined();
  });

  it('tells what is applied in words, each with its way out', () => {
    const { page } = facetsAt('/', { price: '10..20', diameter: '28', rating: '3..', material: 'gone' });
    expect(page.applied.map(({ label, href }) => [label.replaceAll('\u00a0', ' '), href])).toEqual([
      ['28 cm', '/?material=gone&price=10..20&rating=3..'],
      ['gone', '/?diameter=28&price=10..20&rating=3..'],
      ['€10.00 – €20.00', '/?diameter=28&material=gone&rating=3..'],
      ['3 and up', '/?diameter=28&material=gone&price=10..20'],
    ]);
    expect(page.clearHref).toBe('/');
  });
});

describe('the controls of a facet', () => {
  const many = Array.from({ length: 24 }, (_, k) =>
    product(k + 1, {
      price: 1000 + k * 100,
      was: k % 3 ? null : 9000,
      stock: [0, 3, 20][k % 3],
      categories: [[2], [3], [4], [5]][k % 4],
      attributes: {
        diameter: 10 + k,
        material: ['steel', 'iron'][k % 2],
        hob: [['gas'], ['gas', 'induction'], ['induction']][k % 3],
        'oven-safe': k % 2 === 0,
      },
    }),
  );
  const shop = snapshotOf(FRAME, many);
  const ask = (
    parameters: Record<string, string>,
    change: Partial<FacetChoice>,
    key: string,
    path = '/',
  ): FacetModel | undefined => {
    const plan = housePlan(shop, 'House');
    const fixtures = plan.fixtures.map((fixture) =>
      fixture.type === 'facets'
        ? { ...fixture, facets: fixture.facets.map((one) => (one.key === key ? { ...one, ...change } : one)) }
        : fixture,
    );
    const page = composePage(
      shop,
      editionFrom(1, { documents: [{ ...plan, fixtures }], ranges: [], blends: [] }),
      {
        path,
        parameters,
        matches: null,
        now: NOW,
      },
    )!;
    const panel = page.fixtures.find(
      (fixture): fixture is Extract<FixtureModel, { type: 'facets' }> => fixture.type === 'facets',
    );
    return panel?.facets.find((one) => one.key === key);
  };

  it('suit the values unless the plan says otherwise', () => {
    expect(ask({}, {}, 'diameter')!.control).toBe('steps');
    expect(ask({}, { control: 'slider' }, 'diameter')).toMatchObject({
      control: 'range',
      range: { min: 10, max: 33 },
    });
    expect(ask({}, { control: 'list' }, 'diameter')!.values).toHaveLength(24);
    expect(ask({}, {}, 'sale')!.control).toBe('toggle');
    expect(ask({}, { control: 'toggle' }, 'oven-safe')!.values.map(({ value }) => value)).toEqual(['yes']);
    expect(ask({}, { control: 'toggle' }, 'material')!.control).toBe('list');
    expect(ask({}, { control: 'steps' }, 'price')!.values.length).toBeGreaterThan(2);
  });

  it('as steps hold every product once, and several may be chosen', () => {
    const steps = ask({}, {}, 'diameter')!.values;
    expect(steps.reduce((sum, { count }) => sum + count, 0)).toBe(24);
    const [first, second] = steps;
    expect(first.label).toMatch(/^10 – \d+\u00a0cm$/);
    const chosen = ask({ diameter: `${first.value},${second.value}` }, {}, 'diameter')!.values;
    expect(chosen.filter(({ selected }) => selected)).toHaveLength(2);
    const odd = ask({ diameter: '11..12' }, {}, 'diameter')!.values;
    expect(odd.find(({ value }) => value === '11..12')).toMatchObject({ selected: true, count: 2 });
  });

  it('as one of a list give up what was chosen before', () => {
    const single = ask({ material: 'steel' }, { control: 'single' }, 'material')!.values;
    expect(single.find(({ value }) => value === 'iron')!.href).toBe('/?material=iron');
    const list = ask({ material: 'steel' }, {}, 'material')!.values;
    expect(list.find(({ value }) => value === 'iron')!.href).toBe('/?material=steel,iron');
  });

  it('with all of several narrow with every value, and count so', () => {
    const any = ask({ hob: 'gas' }, {}, 'hob')!.values;
    const all = ask({ hob: 'gas' }, { logic: 'all' }, 'hob')!.values;
    expect(any.map(({ value, count }) => [value, count])).toEqual(
      expect.arrayContaining([
        ['gas', 16],
        ['induction', 16],
      ]),
    );
    expect(all.find(({ value }) => value === 'induction')!.count).toBe(8);
  });

  it('of categories open the way down to what is chosen', () => {
    const depths = (parameters: Record<string, string>): [string, number][] =>
      ask(parameters, {}, 'category')!.values.map(({ value, depth }) => [value, depth]);
    expect(depths({})).toEqual([
      ['cookware', 0],
      ['knives', 0],
    ]);
    expect(depths({ category: 'cookware/pans' })).toEqual([
      ['cookware', 0],
      ['cookware/pans', 1],
      ['cookware/pans/crepe-pans', 2],
      ['cookware/pots', 1],
      ['knives', 0],
    ]);
  });

  it('put values in the order that is wished', () => {
    const labels = (sort: FacetChoice['sort'], key: string): string[] =>
      ask({}, { sort, control: 'list' }, key)!.values.map(({ label }) => label);
    expect(labels('name', 'material')).toEqual(['iron', 'steel']);
    expect(labels('auto', 'stock')).toEqual(['In stock', 'Few left', 'Sold out']);
    expect(labels('value', 'diameter').slice(0, 2)).toEqual(['10', '11']);
  });

  it('say in a chip what is chosen, also where the value alone would say nothing', () => {
    const plan = housePlan(shop, 'House');
    const page = composePage(shop, editionFrom(1, { documents: [plan], ranges: [], blends: [] }), {
      path: '/',
      parameters: { sale: 'yes', 'oven-safe': 'yes' },
      matches: null,
      now: NOW,
    })!;
    expect(page.applied.map(({ label }) => label)).toEqual(['Oven-safe: Yes', 'On sale']);
  });
});

describe('values that lead nowhere', () => {
  const labels = (settings: Partial<PanelSettings>) =>
    facetsAt('/', { material: 'steel' }, undefined, settings)
      .facet('diameter')
      ?.values.map(({ value, href }) => (href ? value : `${value} (dead)`));

  it('are left out', () => {
    expect(labels({ hideDead: true })).toBeUndefined();
  });

  it('stand there without a link where the plan wants them, as long as one other can be chosen', () => {
    const { facet } = facetsAt('/', { price: '10..20' }, undefined, { hideDead: false });
    expect(facet('material')!.values.map(({ value, count, href }) => [value, count, href !== null])).toEqual([
      ['iron', 1, true],
      ['steel', 1, true],
      ['copper, tinned', 0, false],
    ]);
    expect(labels({ hideDead: false }), 'one value is no choice').toBeUndefined();
  });

  it('never tell of values that the aisle has not got at all', () => {
    const { facet } = facetsAt('/cookware', {}, undefined, { hideDead: false });
    expect(facet('material')?.values.every(({ count }) => count > 0)).toBe(true);
  });
});

describe('the search box of an aisle', () => {
  const box = { facets: [facetChoice(SEARCH_FACET)] };
  const matches: SearchMatches = {
    bits: Uint32Array.of(0b10),
    places: Uint32Array.of(1),
    scores: Float64Array.of(1),
  };

  it('stands among the filters, and what is searched for is a chip that can be taken away', () => {
    const { page, facet } = facetsAt('/cookware', { q: 'iron', rating: '3..' }, undefined, box, matches);
    expect(facet('q')).toMatchObject({ label: 'Search here', control: 'query', open: true });
    expect(page.applied[0]).toMatchObject({ key: 'q', label: '“iron”', href: '/cookware?rating=3..' });
    expect(page.clearHref).toBe('/cookware');
    expect(facet('q')!.clearHref).toBe('/cookware?rating=3..');
  });

  it('is not put into the search aisle, which has one already and keeps its words', () => {
    const { page, facet } = facetsAt('/search', { q: 'iron', rating: '3..' }, undefined, box, matches);
    expect(facet('q')).toBeUndefined();
    expect(page.applied.map(({ key }) => key)).toEqual(['rating']);
    expect(page.clearHref).toBe('/search?q=iron');
  });
});

describe('the values of a facet', () => {
  const shown = (key: string, change: Partial<ValueShow>) =>
    snapshotOf(
      {
        ...FRAME,
        attributes: FRAME.attributes.map((row) =>
          row.key === key ? { ...row, shown: { ...USUAL_SHOW, ...change } } : row,
        ),
      },
      rows,
    );
  const labels = (facet: FacetModel | undefined): string[] =>
    (facet?.values ?? []).map(({ label, count }) => `${label} ${count}`);

  it('stand in the order of choice of their attribute, or of the plan, the others behind', () => {
    const by = { order: ['copper, tinned'] };
    expect(labels(facetsAt('/', {}, undefined, {}, null, shown('material', by)).facet('material'))).toEqual([
      'copper, tinned 1',
      'iron 2',
      'steel 1',
    ]);
    const own = (choice: FacetChoice): FacetChoice => ({
      ...choice,
      values: { ...USUAL_VALUES, order: ['steel'] },
    });
    expect(labels(facetsAt('/', {}, own, {}, null, shown('material', by)).facet('material'))[0]).toBe(
      'steel 1',
    );
    const count = (choice: FacetChoice): FacetChoice => ({ ...choice, sort: 'count' });
    expect(labels(facetsAt('/', {}, count, {}, null, shown('material', by)).facet('material'))[0]).toBe(
      'iron 2',
    );
  });

  it('are not offered where they are hidden, but can be given up where somebody came with one', () => {
    const hiding = shown('material', { hidden: ['iron'] });
    expect(labels(facetsAt('/', {}, undefined, {}, null, hiding).facet('material'))).toEqual([
      'copper, tinned 1',
      'steel 1',
    ]);
    const { facet } = facetsAt('/', { material: 'iron' }, undefined, {}, null, hiding);
    expect(facet('material')!.values.find(({ value }) => value === 'iron')).toMatchObject({
      selected: true,
      count: 2,
    });
  });

  it('are chosen as one where they are gathered, and counted as one', () => {
    const families = [
      { id: 'metal', labels: { en: 'Metal' }, swatch: '#111111 #222222', members: ['steel', 'iron'] },
    ];
    const metal = shown('material', { families });
    const { page, facet } = facetsAt('/', { material: 'metal' }, undefined, {}, null, metal);
    expect(labels(facet('material'))).toEqual(['Metal 3', 'copper, tinned 1']);
    expect(facet('material')!.values[0].swatch).toContain('linear-gradient');
    expect(page.applied).toMatchObject([{ value: 'metal', label: 'Metal' }]);
    expect(page.fixtures.find(({ type }) => type === 'shelf')).toMatchObject({ total: 3 });
  });

  it('of numbers come in the steps that somebody has set, of the attribute or the plan', () => {
    const steps = (choice: FacetChoice): FacetChoice =>
      choice.key === 'diameter' ? { ...choice, control: 'steps', steps: [10, 20] } : choice;
    const { facet } = facetsAt('/', {}, steps);
    expect(facet('diameter')!.values.map(({ value, count }) => `${value}: ${count}`)).toEqual([
      '9.5..9.9: 1',
      '10..19.9: 1',
      '20..28: 1',
    ]);
    const price = (choice: FacetChoice): FacetChoice =>
      choice.key === 'price' ? { ...choice, control: 'steps', steps: [15, 50] } : choice;
    expect(
      facetsAt('/', {}, price)
        .facet('price')!
        .values.map(({ count }) => count),
    ).toEqual([1, 1, 1]);
  });
});

describe('a facet that is shown', () => {
  const only =
    (change: Partial<FacetChoice>) =>
    (choice: FacetChoice): FacetChoice =>
      choice.key === 'colour' ? { ...choice, ...change } : choice;

  it('only where it helps is left out where too few products, or values, have anything of it', () => {
    const helps = (values: number, coverage: number) => only({ helps: { values, coverage } });
    expect(facetsAt('/', {}, helps(2, 50)).facet('colour')).toBeDefined();
    expect(facetsAt('/', {}, helps(2, 51)).facet('colour')).toBeUndefined();
    expect(facetsAt('/', {}, helps(3, 0)).facet('colour')).toBeUndefined();
    const chosen = facetsAt('/', { colour: 'red' }, helps(3, 100)).facet('colour');
    expect(chosen, 'so that it can be given up').toBeDefined();
    const other = facetsAt('/', { 'oven-safe': 'yes' }, helps(2, 51)).facet('colour');
    expect(other, 'what others chose makes no difference').toBeUndefined();
  });

  it('in some categories is there and in all below them, and nowhere else', () => {
    const pans = only({ categories: [1] });
    expect(facetsAt('/cookware/pans', {}, pans).facet('colour')).toBeDefined();
    expect(facetsAt('/', {}, pans).facet('colour')).toBeUndefined();
    expect(facetsAt('/cookware/pans', {}, only({ categories: [5] })).facet('colour')).toBeUndefined();
  });

  it('with pages of their own tells search engines of them, under their own title and words', () => {
    const indexed = [{ value: 'red', title: { en: 'Red pans' }, words: { en: 'All that is red.' } }];
    const at = (parameters: Record<string, string>) =>
      facetsAt('/cookware/pans', parameters, only({ indexed })).page.frame.meta;
    expect(at({ colour: 'red' })).toMatchObject({
      title: 'Red pans · Test shop',
      description: 'All that is red.',
      canonical: '/cookware/pans?colour=red',
      robots: 'index,follow',
    });
    const others: Record<string, string>[] = [
      { colour: 'blue' },
      { colour: 'red,blue' },
      { colour: 'red', material: 'steel' },
    ];
    for (const other of others) expect(at(other).robots).toBe('noindex,follow');
    expect(at({ colour: 'red', order: 'price' }).robots).toBe('noindex,follow');
  });
});
