import core from 'plotly.js/lib/core';
import bar from 'plotly.js/lib/bar';
import scatter from 'plotly.js/lib/scatter';
import treemap from 'plotly.js/lib/treemap';

core.register([bar, scatter, treemap]);

/** Plotly with the charts that the desk draws and no others; loaded only where one is. */
export const plotly = core;
