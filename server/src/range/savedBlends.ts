import { blendsOfPlan, withBlend, type Blend } from '@fond/core';
import { BlendModel } from '../database/models';
import { RuleStore } from './ruleStore';

export const blendStore = new RuleStore<BlendModel, Blend>({
  word: 'blend',
  model: BlendModel,
  body: ({ factors }) => ({ factors }),
  usedBy: blendsOfPlan,
  heldIn: ({ blends }) => blends,
  putIn: withBlend,
  inUse: 'blend-in-use',
});
