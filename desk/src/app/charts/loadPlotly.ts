export type Plotly = (typeof import('./plotly'))['plotly'];

/** The element that tells Plotly to leave the page's styles alone: it may not write any, and `styles.scss` has them. */
const MARK = 'plotly.js-style-global';

/** Plotly, fetched when a chart is drawn for the first time. */
export async function loadPlotly(): Promise<Plotly> {
  if (!document.getElementById(MARK)) {
    const mark = document.createElement('meta');
    mark.id = MARK;
    mark.className = 'no-inline-styles';
    document.head.append(mark);
  }
  return (await import('./plotly')).plotly;
}
