import Joi from 'joi';
import { object } from '../schema/typed';
import { type Cart, MAX_PIECES } from '@fond/core';
import type { Operation } from '../operation';
import { sku } from '../clause/schema';
import { count } from '../schema/basics';

const money = Joi.object({
  amount: Joi.number().required(),
  currency: Joi.string().required(),
  text: Joi.string().required(),
});

const cart = object<Cart>({
  lines: Joi.array()
    .items(
      Joi.object({
        sku: Joi.string().required(),
        quantity: count.required(),
        title: Joi.string().required(),
        href: Joi.string().required(),
        image: Joi.object({
          hash: Joi.string().required(),
          width: count.required(),
          height: count.required(),
        })
          .allow(null)
          .required(),
        price: money.allow(null).required(),
        sum: money.allow(null).required(),
        available: count.required(),
      }),
    )
    .required(),
  count: count.required(),
  totals: Joi.array().items(money).required(),
  wishes: Joi.array().items(Joi.string()).required(),
});

const query = object<{ lang?: string }>({ lang: Joi.string().max(10) });
const params = object<{ sku: string }>({ sku: sku.required() });

/** The shop's simulated cart. A cookie of its own tells whose it is; nobody has to sign in. */
export const CART_OPERATIONS = {
  cart: {
    method: 'get',
    path: '/api/shop/cart',
    summary: 'What the shopper has put into the cart and on the wish list, at the prices of now',
    access: 'public',
    query,
    status: 200,
    answer: cart,
    problems: ['bad-input', 'database-away', 'not-ready'],
  },
  addToCart: {
    method: 'post',
    path: '/api/shop/cart',
    summary: 'Put pieces of a product into the cart, as many as there are in stock',
    access: 'public',
    query,
    body: object<{ sku: string; quantity: number }>({
      sku: sku.required(),
      quantity: Joi.number().integer().min(1).max(MAX_PIECES).default(1),
    }),
    status: 200,
    answer: cart,
    problems: [
      'bad-input',
      'not-found',
      'not-enough-stock',
      'cart-full',
      'too-many-tries',
      'token-needed',
      'database-away',
      'not-ready',
    ],
  },
  setInCart: {
    method: 'put',
    path: '/api/shop/cart/{sku}',
    summary: 'Say how many pieces of a product the cart holds; 0 takes it out',
    access: 'public',
    query,
    params,
    body: object<{ quantity: number }>({
      quantity: Joi.number().integer().min(0).max(MAX_PIECES).required(),
    }),
    status: 200,
    answer: cart,
    problems: [
      'bad-input',
      'not-found',
      'not-enough-stock',
      'cart-full',
      'too-many-tries',
      'token-needed',
      'database-away',
      'not-ready',
    ],
  },
  setWish: {
    method: 'put',
    path: '/api/shop/wishes/{sku}',
    summary: 'Put a product on the wish list, or take it off',
    access: 'public',
    query,
    params,
    body: object<{ wished: boolean }>({ wished: Joi.boolean().required() }),
    status: 200,
    answer: cart,
    problems: ['bad-input', 'not-found', 'too-many-tries', 'token-needed', 'database-away', 'not-ready'],
  },
} as const satisfies Record<string, Operation>;
