import { describe, expect, it } from 'vitest';
import { placementClasses, placementStyle } from './placement';

describe('where a fixture stands', () => {
  it('adds nothing to the document while it is as usual', () => {
    expect(placementClasses({})).toBe('');
    expect(placementStyle({})).toBeNull();
  });

  it('is told by class names and by custom properties for each width', () => {
    const placed = {
      hiddenAt: ['narrow' as const],
      placement: {
        spans: { wide: 6, medium: 6, narrow: 12 },
        orders: { wide: 0, medium: 0, narrow: -1 },
        stuckAt: ['wide' as const, 'medium' as const],
      },
    };
    expect(placementClasses(placed)).toBe('not-narrow stuck-wide stuck-medium');
    expect(placementStyle(placed)).toBe(
      '--span-wide:6;--order-wide:0;--span-medium:6;--order-medium:0;--span-narrow:12;--order-narrow:-1',
    );
  });
});
