import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contrastOf, MIN_CONTRAST, luminanceOf } from './contrast';
import { darkColours } from './dark';
import { COLOUR_NAMES, type ColourName, type Colours } from './colours';
import { contrastsOf, lookVariables, READY_LOOKS, USUAL_LOOK } from './look';

const channel = fc.integer({ min: 0, max: 255 });
const colour = fc
  .tuple(channel, channel, channel)
  .map((channels) => `#${channels.map((one) => one.toString(16).padStart(2, '0')).join('')}`);

describe('contrast', () => {
  it('is 21 between black and white, and as the standard’s own example says', () => {
    expect(contrastOf('#000000', '#ffffff')).toBeCloseTo(21, 10);
    expect(luminanceOf('#ffffff')).toBeCloseTo(1, 10);
    expect(contrastOf('#767676', '#ffffff')).toBeCloseTo(4.54, 2);
  });

  it('is the same from either side, and never below one', () => {
    fc.assert(
      fc.property(colour, colour, (one, other) => {
        expect(contrastOf(one, other)).toBe(contrastOf(other, one));
        expect(contrastOf(one, other)).toBeGreaterThanOrEqual(1);
        expect(contrastOf(one, one)).toBe(1);
      }),
    );
  });
});

describe('the ready looks', () => {
  it('can be read in every pair that is in use', () => {
    for (const [name, look] of Object.entries(READY_LOOKS))
      for (const { what, contrast } of contrastsOf(look.colours))
        expect(contrast, `${name}: ${what}`).toBeGreaterThanOrEqual(MIN_CONTRAST);
  });
});

describe('lookVariables', () => {
  it('says what differs from the style sheet alone: a head that stays, links that wait to be pointed at', () => {
    const usual = Object.keys(lookVariables(USUAL_LOOK));
    expect(usual.filter((name) => name === 'links' || name.startsWith('head-'))).toEqual([]);
    const { content, links, ...others } = lookVariables({
      ...USUAL_LOOK,
      content: 1000,
      links: 'pointed',
      head: 'stuck',
    });
    expect({ content, links, stands: others['head-stands'] }).toEqual({
      content: '1000px',
      links: 'none',
      stands: 'sticky',
    });
  });

  it('names every colour by what it is for', () => {
    const variables = lookVariables(USUAL_LOOK);
    for (const name of COLOUR_NAMES) expect(variables[name]).toBe(USUAL_LOOK.colours[name]);
    expect(variables).toMatchObject({ radius: '14px', lift: 'none' });
  });
});

describe('colours for dark pages', () => {
  it('can be read in every pair that is in use, whatever colours they are made from', () => {
    const colours = fc.record(
      Object.fromEntries(COLOUR_NAMES.map((name) => [name, colour])) as Record<ColourName, typeof colour>,
    );
    const readable = (light: Colours): void => {
      for (const { what, contrast } of contrastsOf(darkColours(light)))
        expect(contrast, what).toBeGreaterThanOrEqual(MIN_CONTRAST);
    };
    fc.assert(fc.property(colours, readable));
    for (const { colours: ready } of Object.values(READY_LOOKS)) readable(ready);
  });

  it('are dark, and among the variables of a look that has them', () => {
    const dark = darkColours(USUAL_LOOK.colours);
    expect(luminanceOf(dark.ground)).toBeLessThan(0.03);
    expect(lookVariables({ ...USUAL_LOOK, dark })).toMatchObject({
      'ground-dark': dark.ground,
      ground: '#fffdf8',
    });
    expect(Object.keys(lookVariables(USUAL_LOOK)).some((name) => name.endsWith('-dark'))).toBe(false);
  });
});
