import { describe, expect, it } from 'vitest';
import { withBreakpoints } from './styleSheet';

describe('a style sheet with other widths', () => {
  it('changes its media queries at those, and nothing else', () => {
    const css =
      'a{width:640px}@media(min-width:640px)and (max-width:1023px){b{width:1024px}}@media (min-width: 1024px){c{}}@media (max-width:639px){d{}}';
    expect(withBreakpoints(css, { medium: 700, wide: 1100 })).toBe(
      'a{width:640px}@media(min-width:700px)and (max-width:1099px){b{width:1024px}}@media (min-width: 1100px){c{}}@media (max-width:699px){d{}}',
    );
  });
});
