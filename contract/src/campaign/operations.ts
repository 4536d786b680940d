import Joi from 'joi';
import type { Days } from '@fond/core';
import { list, object } from '../schema/typed';
import type { DraftVersion } from '../plan/types';
import type { CalendarEntry, CampaignTimes, Campaign, Repetition } from './types';
import { day } from '../figure/shapes';
import type { Operation } from '../operation';
import { draftVersions } from '../plan/operations';
import { aisleChanges } from '../reach/shapes';
import { localTime, named, text, time } from '../schema/basics';

const campaign = object<Campaign>({
  id: Joi.string().required(),
  name: text.required(),
  zone: Joi.string().required(),
  startsLocal: localTime.required(),
  endsLocal: localTime.allow(null).required(),
  startsAt: time.required(),
  endsAt: time.allow(null).required(),
  state: Joi.valid('waiting', 'running', 'over', 'called-off').required(),
  trouble: text.allow(null).required(),
  createdBy: text.required(),
  plans: Joi.array().items(named).required(),
  aisles: aisleChanges.required(),
  overlaps: Joi.array().items(named).required(),
  clockNote: text.allow(null).required(),
});

const times = {
  zone: Joi.string().max(60).required().description('An IANA time zone, such as `Europe/Paris`'),
  startsLocal: localTime.required(),
  endsLocal: localTime.allow(null).required(),
};
const id = object<{ id: string }>({ id: Joi.string().guid().required() });

/** Plans that go live at a moment and, where an end is set, leave again. */
export const CAMPAIGN_OPERATIONS = {
  campaigns: {
    method: 'get',
    path: '/api/campaigns',
    summary: 'All campaigns, with what they change and where they overlap',
    access: 'signed-in',
    status: 200,
    answer: list(campaign),
    problems: ['database-away'],
  },
  createCampaign: {
    method: 'post',
    path: '/api/campaigns',
    summary: 'Schedule drafts, as they are now, from a start to an end',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    body: object<CampaignTimes & { name: string; plans: readonly DraftVersion[] }>({
      name: Joi.string().trim().min(1).max(80).required(),
      plans: draftVersions,
      ...times,
    }),
    status: 201,
    answer: campaign,
    problems: [
      'bad-input',
      'not-found',
      'newer-draft',
      'base-not-live',
      'part-not-live',
      'plan-chain',
      'overlap',
      'approval-needed',
      'database-away',
    ],
  },
  moveCampaign: {
    method: 'put',
    path: '/api/campaigns/{id}',
    summary: 'Change a campaign’s times; of one that runs, only the end',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    params: id,
    body: object<CampaignTimes>(times),
    status: 200,
    answer: campaign,
    problems: ['bad-input', 'not-found', 'campaign-over', 'database-away'],
  },
  repeatCampaign: {
    method: 'post',
    path: '/api/campaigns/{id}/again',
    summary: 'Schedule the same plans again, weekly or yearly, by the clock; also of a campaign that is over',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    params: id,
    body: object<Repetition>({
      every: Joi.valid('week', 'year').required(),
      times: Joi.number().integer().min(1).max(52).required(),
    }),
    status: 201,
    answer: list(campaign),
    problems: ['bad-input', 'not-found', 'base-not-live', 'approval-needed', 'database-away'],
  },
  calendar: {
    method: 'get',
    path: '/api/calendar',
    summary:
      'What begins or ends by itself besides campaigns: trials, conditions, pins, groups, put-off findings',
    access: 'signed-in',
    query: object<{ from: string; to: string }>({ from: day.required(), to: day.required() }),
    status: 200,
    answer: list(
      object<CalendarEntry>({
        kind: Joi.valid('trial', 'condition', 'pin', 'group', 'finding', 'page').required(),
        thing: text.required(),
        aisleKey: text.allow(null).required(),
        id: Joi.string().required(),
        name: Joi.string().allow('').required(),
        plan: named.allow(null).required(),
        fixture: Joi.string().allow(null).required(),
        aisle: Joi.string().allow(null).required(),
        from: day.allow(null).required(),
        to: day.allow(null).required(),
        live: object<Days>({ from: day.allow(null).required(), to: day.allow(null).required() })
          .allow(null)
          .required(),
      }),
    ),
    problems: ['bad-input', 'not-ready', 'database-away'],
  },
  endCampaign: {
    method: 'post',
    path: '/api/campaigns/{id}/end',
    summary: 'Call a waiting campaign off, or end a running one now',
    access: 'signed-in',
    shown: true,
    role: 'publisher',
    params: id,
    status: 200,
    answer: campaign,
    problems: ['not-found', 'campaign-over', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
