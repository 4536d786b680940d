import { USUAL_BADGES } from '../badge/rule';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_LOOK } from '../look/look';
import { flattened, withCampaign, withoutCampaign, type CampaignLayer, type Layers } from './campaigns';
import type { Plan } from './plan';
import { USUAL_PRODUCT_PAGE } from './productPage';

const plan = (id: string, name: string): Plan => ({
  id,
  name,
  reach: { include: [], exclude: [] },
  kind: 'page',
  rank: 0,
  fixtures: [],
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
});
const campaign = (id: string, ...documents: Plan[]): CampaignLayer => ({
  id,
  name: id,
  documents,
  ranges: [],
  blends: [],
});
const layers = (...documents: Plan[]): Layers => ({
  beneath: { documents, ranges: [], blends: [] },
  campaigns: [],
  trials: [],
});
const shown = (all: Layers): Record<string, string> =>
  Object.fromEntries(flattened(all).documents.map(({ id, name }) => [id, name]));

describe('campaigns over what is published', () => {
  it('show their plans while they run, and the later start covers the earlier one', () => {
    const weekend = withCampaign(
      layers(plan('a', 'a1'), plan('b', 'b1')),
      campaign('weekend', plan('a', 'a-weekend')),
    );
    expect(shown(weekend)).toEqual({ a: 'a-weekend', b: 'b1' });
    const both = withCampaign(weekend, campaign('night', plan('a', 'a-night'), plan('c', 'c-night')));
    expect(shown(both)).toEqual({ a: 'a-night', b: 'b1', c: 'c-night' });
    expect(shown(withoutCampaign(both, 'night'))).toEqual({ a: 'a-weekend', b: 'b1' });
  });

  it('leave, at their ends, just what was published, in whatever order anything starts, ends and is published', () => {
    const step = fc.record({
      what: fc.constantFrom('publish', 'start', 'end'),
      id: fc.constantFrom('x', 'y', 'z'),
      plan: fc.constantFrom('a', 'b', 'c'),
      name: fc.string({ maxLength: 3 }),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 20 }), (steps) => {
        let all = layers(plan('a', 'a1'), plan('b', 'b1'));
        const published: Record<string, string> = { a: 'a1', b: 'b1' };
        for (const { what, id, plan: planId, name } of steps)
          if (what === 'publish') {
            published[planId] = name;
            const documents = [
              ...all.beneath.documents.filter((document) => document.id !== planId),
              plan(planId, name),
            ];
            all = { ...all, beneath: { ...all.beneath, documents } };
          } else if (what === 'start') all = withCampaign(all, campaign(id, plan(planId, `${id}: ${name}`)));
          else all = withoutCampaign(all, id);
        for (const { id } of all.campaigns) all = withoutCampaign(all, id);
        expect(shown(all)).toEqual(published);
      }),
    );
  });
});
