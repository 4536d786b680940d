import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BUTTON_KINDS,
  BUTTON_PLACES,
  buttonVariables,
  seenButton,
  USUAL_BUTTON,
  USUAL_BUTTONS,
  wordsOn,
  type Buttons,
} from './buttonLook';
import { contrastOf } from './contrast';
import { READY_LOOKS, USUAL_LOOK } from './look';

const { colours } = USUAL_LOOK;

describe('buttons of a look', () => {
  it('say nothing while they are as usual', () => {
    expect(buttonVariables(USUAL_BUTTONS, colours)).toEqual({});
  });

  it('write on a fill in whichever of ink and ground reads better, by name where the fill has one', () => {
    expect(wordsOn('ink', colours)).toBe('ground');
    expect(wordsOn('mark', colours)).toBe('ink');
    expect(wordsOn('#ffffff', colours)).toBe(colours.ink);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffff }), (number) => {
        const fill = `#${number.toString(16).padStart(6, '0')}` as const;
        const other = [colours.ink, colours.ground].map((one) => contrastOf(one, fill));
        expect(contrastOf(wordsOn(fill, colours), fill)).toBe(Math.max(...other));
      }),
    );
  });

  it('take in a place what their kind has, once it is another kind than usual, and what is said there', () => {
    const buttons: Buttons = {
      ...USUAL_BUTTONS,
      quiet: { ...USUAL_BUTTON, edge: 2, radius: 4 },
      places: {
        ...USUAL_BUTTONS.places,
        card: { as: 'quiet', look: { ...USUAL_BUTTON, radius: 0, icon: 'basket' } },
      },
    };
    const variables = buttonVariables(buttons, colours);
    expect(variables).toMatchObject({
      'quiet-button-edge': '2px',
      'card-button-fill': 'transparent',
      'card-button-words': 'var(--ink)',
      'card-button-edge': '2px',
      'card-button-radius': '0px',
      'card-button-icon': 'var(--icon-basket)',
    });
    expect(variables).not.toHaveProperty('banner-button-fill');
  });

  it('are told in every state with the contrast of their words, and can be read in the ready looks', () => {
    for (const look of Object.values(READY_LOOKS))
      for (const of of [...BUTTON_KINDS, ...BUTTON_PLACES]) {
        const states = seenButton(look.buttons, of, look.colours);
        expect(states.map(({ state }) => state)).toEqual(['rest', 'pointed', 'pressed', 'off']);
        for (const { state, contrast } of states)
          if (state !== 'off') expect(contrast, `${of} ${state}`).toBeGreaterThanOrEqual(4.5);
      }
  });

  it('tell of words that can’t be read once they are pointed at', () => {
    const main = { ...USUAL_BUTTON, pointedFill: 'ink' as const, pointedWords: 'ink' as const };
    const [, pointed] = seenButton({ ...USUAL_BUTTONS, main }, 'card', colours);
    expect(pointed).toMatchObject({ state: 'pointed', contrast: 1 });
  });
});
