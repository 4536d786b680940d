import Joi from 'joi';
import type { SearchRules } from '@fond/core';
import type { Operation } from '../operation';
import { productLine } from '../product/shapes';
import { anything, count, text, time } from '../schema/basics';
import { object } from '../schema/typed';
import { lang, searchRules as rules } from './rulesSchema';
import type { SearchPreview, SearchQuestion, SearchTrial, StoredSearchRules, Suggestions } from './types';

const version = Joi.number().integer().min(0).required();

const storedRules = object<StoredSearchRules>({
  version,
  rules: rules.required(),
  updatedAt: time.allow(null).required(),
  updatedBy: text.allow(null).required(),
});

const found = Joi.object({
  said: text.required(),
  by: Joi.valid('itself', 'ending', 'compound', 'synonym', 'spelling').allow(null).required(),
  word: text.required(),
});

const instead = Joi.object({
  text: text.required(),
  by: Joi.valid('spelling', 'weakest').required(),
  without: Joi.array().items(text).required(),
});

const question = object<SearchQuestion>({
  q: Joi.string().trim().min(1).max(200).required(),
  lang,
  rules: rules.required(),
});

/** What shoppers type, and what the shop makes of it. */
export const SEARCH_OPERATIONS = {
  searchRules: {
    method: 'get',
    path: '/api/search/rules',
    summary:
      'What searches take for the same, what they leave out, what the shop answers to some of them, and what it offers instead of nothing',
    access: 'signed-in',
    status: 200,
    answer: storedRules,
    problems: ['database-away'],
  },
  saveSearchRules: {
    method: 'put',
    path: '/api/search/rules',
    summary: 'Change what searches find and what the shop answers to them; it holds at once',
    access: 'signed-in',
    shown: true,
    body: object<{ version: number; rules: SearchRules }>({ version, rules: rules.required() }),
    status: 200,
    answer: storedRules,
    problems: ['bad-input', 'newer-draft', 'approval-needed', 'database-away'],
  },
  previewSearch: {
    method: 'post',
    path: '/api/preview/search',
    summary: 'The page of results for a text by rules that need not be kept',
    access: 'signed-in',
    free: true,
    body: question,
    status: 200,
    answer: object<SearchPreview>({
      page: anything.allow(null).required(),
      plan: Joi.string().allow(null).required(),
    }),
    problems: ['bad-input', 'not-ready'],
  },
  trySearch: {
    method: 'post',
    path: '/api/explain/search',
    summary: 'What a text finds by rules that need not be kept, and how each product has what was sought',
    access: 'signed-in',
    free: true,
    body: question,
    status: 200,
    answer: object<SearchTrial>({
      total: count.required(),
      concepts: Joi.array()
        .items(Joi.object({ said: text.required(), others: Joi.array().items(text).required() }))
        .required(),
      products: Joi.array()
        .items(
          (productLine as Joi.ObjectSchema).keys({
            place: count.required(),
            by: Joi.valid('pin', 'lift', 'words').required(),
            found: Joi.array().items(found).required(),
          }),
        )
        .required(),
      before: count.required(),
      instead: instead.allow(null).required(),
      answer: Joi.string().allow(null).required().description('Id of the answer that holds for it'),
      unknown: Joi.array()
        .items(text)
        .required()
        .description('Article numbers of the answer that no product has'),
    }),
    problems: ['bad-input', 'not-ready'],
  },
  suggestions: {
    method: 'get',
    path: '/api/shop/suggestions',
    summary: 'Queries, aisles and products for what a shopper has typed so far',
    access: 'public',
    query: object<{ q: string; lang?: string }>({
      q: Joi.string().allow('').max(200).required(),
      lang: Joi.string().max(10),
    }),
    status: 200,
    answer: object<Suggestions>({
      queries: Joi.array()
        .items(Joi.object({ text: text.required(), href: text.required() }))
        .required(),
      aisles: Joi.array()
        .items(Joi.object({ title: text.required(), href: text.required(), count: count.required() }))
        .required(),
      products: Joi.array()
        .items(
          Joi.object({
            title: text.required(),
            href: text.required(),
            price: text.allow(null).required(),
            image: Joi.string().allow(null).required(),
          }),
        )
        .required(),
      total: count.required(),
    }),
    problems: ['bad-input', 'not-ready'],
  },
} as const satisfies Record<string, Operation>;
