import type { BadgeSettings } from '../badge/rule';
import type { Aisle } from '../catalogue/aisles';
import type { Look } from '../look/look';
import type { CardElement, CardFace } from '../card/design';
import type { Fixture, Plan, Shelf } from '../plan/plan';
import { shelfOf } from '../plan/plan';

/** What of a plan a starting point is about. */
export const DESIGN_KINDS = ['page', 'card', 'badges', 'look'] as const;
export type DesignKind = (typeof DESIGN_KINDS)[number];

/** What a shop has that a design can make use of. */
export interface DesignFacts {
  /** Attributes that may stand on cards, those that are filled most first. */
  attributes: readonly string[];
  /** The top categories, in the shop's order. */
  categories: readonly Pick<Aisle, 'id'>[];
}

interface Named {
  id: string;
  /** As people call it, and what it is for. */
  name: string;
  about: string;
}

/** Fixtures of a page, made of what the plan has: its filters, its card and what its shelf shows stay. */
export interface PageDesign extends Named {
  kind: 'page';
  /** Ids of a card and a look that go well with it. */
  card: string | null;
  look: string | null;
  fixtures: (plan: Plan, facts: DesignFacts) => readonly Fixture[];
}

export interface CardDesignStart extends Named {
  kind: 'card';
  make: (facts: DesignFacts) => { card: readonly CardElement[]; face: CardFace };
}

export interface BadgesDesign extends Named {
  kind: 'badges';
  badges: BadgeSettings;
}

export interface LookDesign extends Named {
  kind: 'look';
  look: Look;
}

/** A starting point: one part of a plan as it could be. */
export type Design = PageDesign | CardDesignStart | BadgesDesign | LookDesign;

const withShelf = (plan: Plan, change: (shelf: Shelf) => Partial<Shelf>): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((one) => (one === shelfOf(plan) ? { ...one, ...change(one) } : one)),
});

/** A plan with one part of it as a design has it; all else stays as it is. */
export function applyDesign(plan: Plan, design: Design, facts: DesignFacts): Plan {
  switch (design.kind) {
    case 'page':
      return { ...plan, fixtures: design.fixtures(plan, facts) };
    case 'card':
      return withShelf(plan, () => design.make(facts));
    case 'badges':
      return { ...plan, badges: design.badges };
    case 'look':
      // Where pages become medium and wide, and whether the head stays, is the shop's, not a look's.
      return {
        ...plan,
        look: { ...design.look, breakpoints: plan.look.breakpoints, head: plan.look.head },
      };
  }
}
