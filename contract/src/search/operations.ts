import Joi from 'joi';
import { MAX_LEFT_OUT, MAX_SYNONYM_WORDS, MAX_SYNONYMS, type SearchRules } from '@fond/core';
import type { Operation } from '../operation';
import { productLine } from '../product/shapes';
import { count, text, time } from '../schema/basics';
import { object } from '../schema/typed';
import type { SearchQuestion, SearchTrial, StoredSearchRules, Suggestions } from './types';

const lang = Joi.string()
  .pattern(/^[a-z]{2}$/, 'a language of two letters')
  .required();
const word = Joi.string().trim().min(1).max(60);

const rules = object<SearchRules>({
  synonyms: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().min(1).max(64).required(),
        lang,
        words: Joi.array()
          .items(word)
          .unique((a: string, b: string) => a.toLowerCase() === b.toLowerCase())
          .min(2)
          .max(MAX_SYNONYM_WORDS)
          .required(),
        oneWay: Joi.boolean()
          .required()
          .description('Who looks for the first finds the others, and not the other way about'),
      }),
    )
    .unique('id')
    .max(MAX_SYNONYMS)
    .required(),
  leftOut: Joi.array()
    .items(Joi.object({ lang, word: word.required() }))
    .unique(
      (a: { lang: string; word: string }, b: { lang: string; word: string }) =>
        a.lang === b.lang && a.word.toLowerCase() === b.word.toLowerCase(),
    )
    .max(MAX_LEFT_OUT)
    .required(),
});
const version = Joi.number().integer().min(0).required();

const storedRules = object<StoredSearchRules>({
  version,
  rules: rules.required(),
  updatedAt: time.allow(null).required(),
  updatedBy: text.allow(null).required(),
});

const found = Joi.object({
  said: text.required(),
  by: Joi.valid('itself', 'ending', 'synonym', 'spelling').allow(null).required(),
  word: text.required(),
});

/** What shoppers type, and what the shop makes of it. */
export const SEARCH_OPERATIONS = {
  searchRules: {
    method: 'get',
    path: '/api/search/rules',
    summary: 'Synonyms, and words that say nothing in a search, by language',
    access: 'signed-in',
    status: 200,
    answer: storedRules,
    problems: ['database-away'],
  },
  saveSearchRules: {
    method: 'put',
    path: '/api/search/rules',
    summary: 'Change what searches take for the same, or leave out; it holds at once',
    access: 'signed-in',
    shown: true,
    body: object<{ version: number; rules: SearchRules }>({ version, rules: rules.required() }),
    status: 200,
    answer: storedRules,
    problems: ['bad-input', 'newer-draft', 'approval-needed', 'database-away'],
  },
  trySearch: {
    method: 'post',
    path: '/api/explain/search',
    summary: 'What a text finds by rules that need not be kept, and how each product has what was sought',
    access: 'signed-in',
    free: true,
    body: object<SearchQuestion>({
      q: Joi.string().trim().min(1).max(200).required(),
      lang,
      rules: rules.required(),
    }),
    status: 200,
    answer: object<SearchTrial>({
      total: count.required(),
      concepts: Joi.array()
        .items(Joi.object({ said: text.required(), others: Joi.array().items(text).required() }))
        .required(),
      products: Joi.array()
        .items((productLine as Joi.ObjectSchema).keys({ found: Joi.array().items(found).required() }))
        .required(),
      before: count.required(),
    }),
    problems: ['bad-input', 'not-ready'],
  },
  suggestions: {
    method: 'get',
    path: '/api/shop/suggestions',
    summary: 'Aisles and products for what a shopper has typed so far',
    access: 'public',
    query: object<{ q: string; lang?: string }>({
      q: Joi.string().allow('').max(200).required(),
      lang: Joi.string().max(10),
    }),
    status: 200,
    answer: object<Suggestions>({
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
