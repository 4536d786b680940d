import type { FloorAisle } from '@fond/contract';
import type { TreemapTrace } from './treemapChart';

const productWords = (count: number): string => `${count} ${count === 1 ? 'product' : 'products'}`;

/** Of what is not meant. */
export const PALE = '#e3e7e4';

/** How an aisle is drawn: its colour, what stands below its name, and what is told where somebody points at it. */
export interface Painted {
  colour: string;
  below: string;
  told: string;
}

/**
 * Areas by the products that stand in a category itself, so that no product is drawn twice in one branch; a category
 * with nothing of its own is as large as what is below it.
 */
export function floorTreemap(
  aisles: readonly FloorAisle[],
  paint: (aisle: FloorAisle) => Painted,
): TreemapTrace {
  const drawn = aisles.filter(({ kind, products }) => kind === 'category' && products > 0);
  const ids = new Set(drawn.map(({ key }) => key));
  const painted = drawn.map(paint);
  return {
    type: 'treemap',
    ids: drawn.map(({ key }) => key),
    labels: drawn.map(({ title }) => title),
    parents: drawn.map(({ parent }) => (parent !== null && ids.has(parent) ? parent : '')),
    values: drawn.map(({ productsItself }) => productsItself),
    text: painted.map(({ below }) => below),
    customdata: painted.map(({ told }) => told),
    branchvalues: 'remainder',
    hovertemplate: '%{label}<br>%{customdata}<extra></extra>',
    texttemplate: '%{label}<br>%{text}',
    tiling: { pad: 2 },
    pathbar: { visible: false },
    marker: { colors: painted.map(({ colour }) => colour), line: { width: 1, color: '#f4f6f4' } },
  };
}

/**
 * Each category in the colour of the plan that serves it.
 *
 * @param only Id of a plan whose aisles alone keep their colour.
 * @param picked Keys of those that are chosen; they carry a mark.
 */
export const byPlan =
  (colours: ReadonlyMap<string, string>, only: string | null, picked: ReadonlySet<string> = new Set()) =>
  ({ key, plan, products }: FloorAisle): Painted => ({
    colour: plan && (only === null || plan.id === only) ? (colours.get(plan.id) ?? PALE) : PALE,
    below: picked.has(key) ? `✓ chosen · ${productWords(products)}` : productWords(products),
    told: `${productWords(products)}<br>${plan?.name ?? 'no plan'}`,
  });
