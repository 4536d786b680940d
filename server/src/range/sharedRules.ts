import type { Transaction } from 'sequelize';
import type { SharedRules } from '@fond/core';
import { blendStore } from './savedBlends';
import { rangeStore } from './savedRanges';

/** All that plans may use by name, as it stands. */
export async function sharedRules(transaction?: Transaction): Promise<SharedRules> {
  const [ranges, blends] = [await rangeStore.all(transaction), await blendStore.all(transaction)];
  return { ranges, blends };
}
