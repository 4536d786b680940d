import type { FloorAisle } from '@fond/contract';

/** What Plotly draws: one area an aisle of the category tree. */
export interface TreemapTrace {
  type: 'treemap';
  ids: string[];
  labels: string[];
  parents: string[];
  values: number[];
  text: string[];
  branchvalues: 'remainder';
  hovertemplate: string;
  texttemplate: string;
  tiling: { pad: number };
  pathbar: { visible: boolean };
  marker: { colors: string[]; line: { width: number; color: string } };
}

const PALE = '#e3e7e4';

/**
 * Areas by the products that stand in a category itself, so that no product is drawn twice in one branch; a category
 * with nothing of its own is as large as what is below it.
 *
 * @param only Id of a plan whose aisles alone keep their colour.
 */
export function floorTreemap(
  aisles: readonly FloorAisle[],
  colours: ReadonlyMap<string, string>,
  only: string | null,
): TreemapTrace {
  const drawn = aisles.filter(({ kind, products }) => kind === 'category' && products > 0);
  const ids = new Set(drawn.map(({ key }) => key));
  const colourOf = ({ plan }: FloorAisle): string =>
    plan && (only === null || plan.id === only) ? (colours.get(plan.id) ?? PALE) : PALE;
  return {
    type: 'treemap',
    ids: drawn.map(({ key }) => key),
    labels: drawn.map(({ title }) => title),
    parents: drawn.map(({ parent }) => (parent !== null && ids.has(parent) ? parent : '')),
    values: drawn.map(({ productsItself }) => productsItself),
    text: drawn.map(({ plan, products }) => `${products} products<br>${plan?.name ?? 'no plan'}`),
    branchvalues: 'remainder',
    hovertemplate: '%{label}<br>%{text}<extra></extra>',
    texttemplate: '%{label}<br>%{text}',
    tiling: { pad: 2 },
    pathbar: { visible: false },
    marker: { colors: drawn.map(colourOf), line: { width: 1, color: '#f4f6f4' } },
  };
}
