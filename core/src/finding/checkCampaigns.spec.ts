import { describe, expect, it } from 'vitest';
import type { HeirDocument, Plan, PlanDocument } from '../plan/plan';
import { NOW } from '../testing/catalogues';
import { ofKind, planOf, shopOf, someProducts } from '../testing/checkedShops';
import type { PlannedCampaign } from './checkCampaigns';
import type { Finding, FindingKind } from './finding';

const HOUR = 3_600_000;
const snapshot = shopOf(someProducts(6));
const house = planOf(snapshot);
const wider = planOf(snapshot, { columns: { wide: 5, medium: 3, narrow: 2 } });

const campaign = (
  id: string,
  documents: readonly PlanDocument[],
  times: Partial<PlannedCampaign> = {},
): PlannedCampaign => ({
  ...{ id, name: `Campaign ${id}`, documents, ranges: [], blends: [] },
  ...{ startsAt: NOW + HOUR, endsAt: null },
  ...times,
});

const told = (kind: FindingKind, campaigns: readonly PlannedCampaign[]): readonly Finding[] =>
  ofKind(snapshot, [house], kind, {
    planned: { beneath: { documents: [house], ranges: [], blends: [] }, campaigns },
  });

describe('a campaign to come', () => {
  it('is told of where what is live is the same already, and not where a page or a product’s page changes', () => {
    const below: Plan = { ...house, productPage: { ...house.productPage, shelves: [] } };
    const found = told('campaign-idle', [
      campaign('same', [house]),
      campaign('wider', [wider], { startsAt: NOW + 2 * HOUR, endsAt: NOW + 3 * HOUR }),
      campaign('below', [below], { startsAt: NOW + 4 * HOUR }),
    ]);
    expect(found).toEqual([{ kind: 'campaign-idle', campaign: 'same', name: 'Campaign same' }]);
  });

  it('is held against what runs when it begins, and not against what runs today', () => {
    const week = (id: string, from: number): PlannedCampaign =>
      campaign(id, [wider], { startsAt: NOW + from * HOUR, endsAt: NOW + (from + 2) * HOUR });
    expect(told('campaign-idle', [week('this', -1), week('next', 5)]), 'the first is over by then').toEqual(
      [],
    );
    expect(told('campaign-idle', [week('this', -1), week('soon', 0.5)])).toMatchObject([
      { campaign: 'soon' },
    ]);
    const back = campaign('back', [house], { startsAt: NOW + HOUR / 2 });
    expect(told('campaign-idle', [week('this', -1), back]), 'it covers the one that runs').toEqual([]);
  });

  it('is a fault where it builds on a plan that is not live, and others are held against the rest', () => {
    const heir: HeirDocument = {
      ...{ id: 'heir', kind: 'page', name: 'Heir', rank: 0, base: 'gone', own: null },
      reach: { include: [{ kind: 'aisle', aisle: 'category:2' }], exclude: [] },
    };
    const campaigns = [campaign('lost', [heir]), campaign('same', [house], { startsAt: NOW + 2 * HOUR })];
    expect(told('campaign-baseless', campaigns)).toEqual([
      { kind: 'campaign-baseless', campaign: 'lost', name: 'Campaign lost' },
    ]);
    expect(told('campaign-idle', campaigns)).toMatchObject([{ campaign: 'same' }]);
  });
});
