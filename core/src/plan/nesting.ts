import type { Slot } from './fixtures';
import type { Fixture, FixtureType } from './plan';

/** Fixtures stand in containers within containers at most so deep; deeper ones can't be overlooked any more. */
export const DEEPEST_NESTING = 3;

/** What a page has once; all else may stand on it several times. */
export const ONCE_A_PAGE: readonly FixtureType[] = ['breadcrumb', 'title', 'description', 'facets', 'shelf'];

/** Ids of the places that a container has; none for what is no container. */
export function slotsOf(fixture: Fixture): readonly string[] {
  if (fixture.type === 'shelf') return fixture.inserts.map(({ id }) => id);
  if (fixture.type === 'columns') return fixture.columns.map(({ id }) => id);
  if (fixture.type === 'slides') return fixture.slides.map(({ id }) => id);
  return fixture.type === 'tabs' ? fixture.tabs.map(({ id }) => id) : [];
}

/** The container a fixture stands in; null where it stands on the page itself, or where its container is gone. */
export function containerOf(fixtures: readonly Fixture[], { inside }: Fixture): Fixture | null {
  const found = inside && fixtures.find(({ id }) => id === inside.fixture);
  return found && slotsOf(found).includes(inside.slot) ? found : null;
}

/** What stands in a place, in the plan's order; null for the page itself. */
export function standingIn(fixtures: readonly Fixture[], place: Slot | null): Fixture[] {
  return fixtures.filter((fixture) => {
    if (!place) return containerOf(fixtures, fixture) === null;
    return fixture.inside?.fixture === place.fixture && fixture.inside.slot === place.slot;
  });
}

/** A fixture and all that stands within it, however deep, in the plan's order. */
export function withinOf(fixtures: readonly Fixture[], id: string): Fixture[] {
  return fixtures.filter((fixture) => {
    const seen = new Set<string>();
    for (let at: Fixture | null = fixture; at && !seen.has(at.id); at = containerOf(fixtures, at)) {
      if (at.id === id) return true;
      seen.add(at.id);
    }
    return false;
  });
}

/** Whether a place is, or lies within, one among the products of a shelf. */
export function isAmongProducts(fixtures: readonly Fixture[], place: Slot | null): boolean {
  const seen = new Set<string>();
  for (let at = place; at && !seen.has(at.fixture);) {
    seen.add(at.fixture);
    const container = fixtures.find(({ id }) => id === at?.fixture);
    if (container?.type === 'shelf') return true;
    at = container?.inside ?? null;
  }
  return false;
}

export type NestingFault = 'no-container' | 'no-slot' | 'loop' | 'too-deep' | 'among';

/** What is wrong with where fixtures stand, by their place in the list. */
export function nestingFaults(fixtures: readonly Fixture[]): { at: number; fault: NestingFault }[] {
  const byId = new Map(fixtures.map((fixture) => [fixture.id, fixture]));
  return fixtures.flatMap((fixture, at): { at: number; fault: NestingFault }[] => {
    const seen = new Set([fixture.id]);
    let depth = 0;
    for (let one = fixture; one.inside; depth++) {
      const container = byId.get(one.inside.fixture);
      if (!container) return [{ at, fault: 'no-container' }];
      if (!slotsOf(container).includes(one.inside.slot)) return [{ at, fault: 'no-slot' }];
      if (seen.has(container.id)) return [{ at, fault: 'loop' }];
      if (container.type === 'shelf' && ONCE_A_PAGE.includes(fixture.type)) return [{ at, fault: 'among' }];
      seen.add(container.id);
      one = container;
    }
    return depth > DEEPEST_NESTING ? [{ at, fault: 'too-deep' }] : [];
  });
}
