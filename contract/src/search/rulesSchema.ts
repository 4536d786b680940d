import Joi from 'joi';
import {
  MAX_ANSWERS,
  MAX_ANSWER_PRODUCTS,
  MAX_ANSWER_QUERIES,
  MAX_LEFT_OUT,
  MAX_NOTHING_LINKS,
  MAX_SYNONYMS,
  MAX_SYNONYM_WORDS,
  RUNGS,
  type QueryAnswer,
  type SearchRules,
} from '@fond/core';
import { savedRuleSchema, sku } from '../clause/schema';
import { dated, days } from '../schema/days';
import { keptHash, linkAddress, texts, whole } from '../schema/fields';
import { object } from '../schema/typed';

export const lang = Joi.string()
  .pattern(/^[a-z]{2}$/, 'a language of two letters')
  .required();
const word = Joi.string().trim().min(1).max(60);
const id = Joi.string().min(1).max(64).required();
const said = (most: number): Joi.StringSchema => Joi.string().trim().allow('').max(most).required();
const sameWord = (one: string, other: string): boolean => one.toLowerCase() === other.toLowerCase();

const link = Joi.object({
  label: Joi.string().trim().min(1).max(80).required(),
  address: linkAddress.required(),
});

const skus = Joi.array().items(sku).unique().max(MAX_ANSWER_PRODUCTS).required();

const answer = dated<QueryAnswer>({
  id,
  lang,
  queries: Joi.array()
    .items(Joi.string().trim().min(1).max(200))
    .unique(sameWord)
    .min(1)
    .max(MAX_ANSWER_QUERIES)
    .required(),
  match: Joi.valid('whole', 'within')
    .required()
    .description(
      '`whole`: a query that says the same, in any order and with any ending; `within`: one that says more',
    ),
  ...days,
  pins: Joi.array()
    .items(Joi.object({ sku: sku.required(), place: whole(1, 1_000) }))
    .unique('sku')
    .unique('place')
    .max(MAX_ANSWER_PRODUCTS)
    .required(),
  lifted: skus.description('Products that stand first'),
  leftOut: skus.description('Products that are not shown'),
  filters: Joi.string()
    .allow('')
    .max(1_000)
    .pattern(/^[^?#\s]*$/, 'filters as they stand in an address, such as colour=red&price=..50')
    .required(),
  heading: said(120),
  words: said(1_000),
  link: link.allow(null).required(),
  picture: Joi.object({ hash: keptHash, width: whole(1, 20_000), height: whole(1, 20_000), alt: said(200) })
    .allow(null)
    .required(),
  // A search that leads to a search may lead round in a circle.
  leadsTo: Joi.string()
    .max(500)
    .pattern(
      /^(\/(?!\/|search(?![^/?#]))|https:\/\/)/,
      'an address of the shop that is no search, or one that begins with https://',
    )
    .allow(null)
    .required(),
}).unknown(false);

const nothing = Joi.object({
  rungs: Joi.array()
    .items(Joi.object({ rung: Joi.valid(...RUNGS).required(), on: Joi.boolean().required() }))
    .unique('rung')
    .length(RUNGS.length)
    .required(),
  range: savedRuleSchema.allow(null).required(),
  rangeHeading: texts(120),
  words: Joi.array()
    .items(
      Joi.object({
        lang,
        heading: said(120),
        words: said(1_000),
        links: Joi.array().items(link).max(MAX_NOTHING_LINKS).required(),
      }),
    )
    .unique('lang')
    .required(),
});

export const searchRules = object<SearchRules>({
  synonyms: Joi.array()
    .items(
      Joi.object({
        id,
        lang,
        words: Joi.array().items(word).unique(sameWord).min(2).max(MAX_SYNONYM_WORDS).required(),
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
        a.lang === b.lang && sameWord(a.word, b.word),
    )
    .max(MAX_LEFT_OUT)
    .required(),
  answers: Joi.array().items(answer).unique('id').max(MAX_ANSWERS).required(),
  nothing: nothing.required(),
});
