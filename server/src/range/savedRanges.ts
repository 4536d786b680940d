import { rangesOfPlan, withRange, type SavedRange } from '@fond/core';
import { SavedRangeModel } from '../database/models';
import { RuleStore } from './ruleStore';

export const rangeStore = new RuleStore<SavedRangeModel, SavedRange>({
  word: 'range',
  model: SavedRangeModel,
  body: ({ rule }) => ({ rule }),
  usedBy: rangesOfPlan,
  heldIn: ({ ranges }) => ranges,
  putIn: withRange,
  inUse: 'range-in-use',
});
