/** The part of Plotly that the desk uses. */
interface PlotlyChart extends HTMLElement {
  on(event: 'plotly_treemapclick', listener: (event: { points: { id?: string }[] }) => boolean | void): void;
  removeAllListeners(event: string): void;
}

interface PlotlyCore {
  register(modules: readonly unknown[]): void;
  react(place: HTMLElement, traces: readonly object[], layout: object, config: object): Promise<PlotlyChart>;
}

declare module 'plotly.js/lib/core' {
  const core: PlotlyCore;
  export default core;
}

declare module 'plotly.js/lib/bar' {
  const bar: unknown;
  export default bar;
}

declare module 'plotly.js/lib/scatter' {
  const scatter: unknown;
  export default scatter;
}

declare module 'plotly.js/lib/treemap' {
  const treemap: unknown;
  export default treemap;
}
