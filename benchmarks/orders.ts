import {
  composePage,
  editionFrom,
  housePlan,
  orderGroup,
  snapshotOf,
  USUAL_PIN,
  type Blend,
  type OwnOrder,
  type PageRequest,
  type Plan,
} from '../core/src';
import { tryBlend } from '../server/src/blend/tryBlend';
import { explainArrangement } from '../server/src/explain/explainArrangement';
import { FRAME, generated, PATHS } from './engine/catalogue';
import { spreadOf, spreadRow, timed, type Row } from './measure';

const NOW = Date.UTC(2026, 5, 15);
const ROUNDS = 6;

const BLEND: Blend = {
  id: 'blend',
  name: 'What sells, and what is new',
  factors: [
    { id: 'a', basis: { kind: 'figure', figure: 'sold' }, weight: 50, reversed: false, missing: 50 },
    { id: 'b', basis: { kind: 'newness', halfLife: 60 }, weight: 30, reversed: false, missing: 0 },
    { id: 'c', basis: { kind: 'figure', figure: 'rating' }, weight: 20, reversed: false, missing: 40 },
  ],
};

const ordered = (plan: Plan, order: Partial<OwnOrder>): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((one) =>
    one.type === 'shelf' ? { ...one, order: { ...one.order, ...order } } : one,
  ),
});

/** Pages whose shelf has groups, pins, a spread and a blend, beside the same pages with a plain order. */
export function orderRows(size: number): Row[] {
  const snapshot = snapshotOf(FRAME, generated(size));
  const house = housePlan(snapshot, 'House');
  const rich = ordered(house, {
    levels: [{ key: 'blend', of: BLEND.id, reversed: false }],
    groups: [
      { ...orderGroup('front', 'front', [{ kind: 'featured' }]), most: 8 },
      orderGroup('sale', 'front', [{ kind: 'sale' }]),
      orderGroup('end', 'end', [{ kind: 'stock', states: ['low'] }]),
    ],
    soldOutLast: true,
    pins: [3, 9, 14].map((place, at) => ({ ...USUAL_PIN, sku: snapshot.skus[at * 97], place, anyway: true })),
  });
  const paths = ['/', ...PATHS.map((path) => `/${path}`)];
  const asked = paths.flatMap((path): PageRequest[] =>
    [1, 2].map((page) => ({ path, parameters: { page: String(page) }, matches: null, now: NOW })),
  );
  const editionOf = (plan: Plan) => editionFrom(1, { documents: [plan], ranges: [], blends: [BLEND] });
  const pass = (plan: Plan): number[] => {
    const edition = editionOf(plan);
    return asked.map((request) => timed(() => void composePage(snapshot, edition, request)));
  };
  const [first, plain] = [pass(rich), pass(house)];
  const again: Record<'plain' | 'rich', number[]> = { plain: [], rich: [] };
  for (let n = 0; n < ROUNDS; n++) {
    again.plain.push(...pass(house));
    again.rich.push(...pass(rich));
  }
  const [usual, full] = [spreadOf(again.plain), spreadOf(again.rich)];
  const what = `${size} products, page models of ${paths.length} aisles`;
  const ratio = full.median / usual.median;
  const row = spreadRow(`${what}, with groups, pins and a blend`, full, 'median at most 1.3 × the plain one');
  return [
    spreadRow(`${what}, plain order, each once`, spreadOf(plain)),
    spreadRow(`${what}, with groups, pins and a blend, each once`, spreadOf(first)),
    spreadRow(`${what}, plain order`, usual),
    { ...row, figure: `${row.figure}; × ${ratio.toFixed(2)}`, values: { ...row.values, ratio } },
  ];
}

/** What the desk waits for while sliders are moved, and while a whole aisle is put in order. */
export function boardRows(inAisle: number, onBoard: number): Row[] {
  const context = { now: NOW, ranges: [], blends: [BLEND] };
  const many = snapshotOf(FRAME, generated(inAisle));
  const house = housePlan(many, 'House');
  const edition = editionFrom(1, { documents: [house], ranges: [], blends: [BLEND] });
  const moves = Array.from({ length: 60 }, (_, n) =>
    timed(() => {
      // Each step of a slider is a blend that nobody has asked for before.
      const factors = BLEND.factors.map((factor, at) => ({ ...factor, weight: 20 + ((n * (at + 3)) % 61) }));
      tryBlend(many, edition, { factors, before: BLEND.factors, address: '/', most: 60 }, '/', context);
    }),
  );
  const few = snapshotOf(FRAME, generated(onBoard));
  const front = few.aisles.byKey.get('front')!;
  const plan = ordered(housePlan(few, 'House'), {
    pins: Array.from({ length: 40 }, (_, at) => ({
      ...USUAL_PIN,
      sku: few.skus[at * 31],
      place: at * 7 + 1,
    })),
    spread: { by: 'maker', most: 2 },
  });
  const live = editionFrom(1, { documents: [housePlan(few, 'House')], ranges: [], blends: [] });
  const boards = Array.from({ length: 60 }, () =>
    timed(() => void JSON.stringify(explainArrangement(few, front, plan, live, context, (hash) => hash))),
  );
  return [
    spreadRow(
      `a blend tried on an aisle of ${inAisle} products, each time with other weights`,
      spreadOf(moves),
      'p95 ≤ 100 ms',
    ),
    spreadRow(`the board of an aisle of ${onBoard} products, written out`, spreadOf(boards)),
  ];
}
