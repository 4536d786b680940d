import Joi from 'joi';
import { MAX_TOGETHER, SAID_SETTINGS, SHARED_SETTINGS, type SaidSetting, type SharedStep } from '@fond/core';
import type { Operation } from '../operation';
import { aPlan, named, text, version } from '../schema/basics';
import { aisleChanges } from '../reach/shapes';
import { byKind } from '../schema/byKind';
import { object } from '../schema/typed';
import { settingSchema } from './fixtureSchema';
import { reachSchema } from './schema';
import type { TogetherInput, TogetherOutcome, TogetherUndo } from './togetherTypes';

const planId = Joi.string().max(64).required();
const name = Joi.string().min(1).max(64).required();
const setting = Joi.valid(...SHARED_SETTINGS).required();
const of = <K extends SharedStep['kind']>(kind: K, keys: Record<string, Joi.Schema>) => ({
  is: kind,
  then: Joi.object({ kind: Joi.valid(kind).required(), ...keys }),
});
const reachKeys = reachSchema as Joi.ObjectSchema;

const said = (name: SaidSetting): Joi.Schema => {
  const [of, setting] = name.split('.');
  return settingSchema(of === 'shelf' ? 'shelf' : 'facets', setting).required();
};

const step = byKind('kind', [
  of('put', {
    setting: Joi.valid(...SAID_SETTINGS).required(),
    value: Joi.when('setting', { switch: SAID_SETTINGS.map((name) => ({ is: name, then: said(name) })) }),
  }),
  of('set', { from: planId, setting }),
  of('handBack', { setting }),
  of('badge', { from: planId, badge: name }),
  of('showBadge', { badge: name, on: Joi.boolean().required() }),
  of('fixture', { from: planId, fixture: name }),
  of('when', { from: planId, fixture: name }),
  of('serve', { include: reachKeys.extract('include'), exclude: reachKeys.extract('exclude') }),
]);

export const TOGETHER_OPERATIONS = {
  changeTogether: {
    method: 'post',
    path: '/api/plans/together',
    summary: 'Change several drafts in one step, or tell what that would change; all of them or none',
    access: 'signed-in',
    body: object<TogetherInput>({
      plans: Joi.array()
        .items(
          Joi.object({
            id: planId,
            version,
            steps: Joi.array().items(step).min(1).max(10).required(),
          }),
        )
        .unique('id')
        .min(1)
        .max(MAX_TOGETHER)
        .required(),
      said: Joi.string().trim().min(1).max(300).required(),
      dryRun: Joi.boolean().required(),
    }),
    status: 200,
    answer: object<TogetherOutcome>({
      id: Joi.string().allow(null).required(),
      plans: Joi.array()
        .items(
          Joi.object({
            id: Joi.string().required(),
            name: text.required(),
            version,
            before: aPlan.required(),
            after: aPlan.required(),
            changed: Joi.boolean().required(),
          }),
        )
        .required(),
      moves: aisleChanges.required(),
    }),
    problems: ['bad-input', 'not-found', 'newer-draft', 'base-not-live', 'plan-chain', 'database-away'],
  },
  undoTogether: {
    method: 'post',
    path: '/api/plans/together/{id}/undo',
    summary: 'Take back what was changed together, in every draft that nobody has changed since',
    access: 'signed-in',
    params: object<{ id: string }>({ id: Joi.string().max(64).required() }),
    status: 200,
    answer: object<TogetherUndo>({
      restored: Joi.array().items(named).required(),
      left: Joi.array().items(named).required(),
    }),
    problems: ['not-found', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
