import Joi from 'joi';
import { object } from '../schema/typed';
import type { Operation } from '../operation';
import { count, text } from '../schema/basics';
import type { LibraryPicture, PictureLibrary } from './types';

const libraryPicture = object<LibraryPicture>({
  source: text.required(),
  hash: Joi.string().required(),
  width: count.required(),
  height: count.required(),
  products: count.required(),
  categories: count.required(),
});

/** The pictures of products and categories, by the names under which product files speak of them. */
export const LIBRARY_OPERATIONS = {
  pictureLibrary: {
    method: 'get',
    path: '/api/pictures/library',
    summary: 'The pictures that product files can name, with where each is used',
    access: 'signed-in',
    query: object<{ q?: string; unused?: '1'; from?: number }>({
      q: Joi.string().allow('').max(200),
      unused: Joi.valid('1').description('Only those that nothing uses'),
      from: Joi.number().integer().min(0),
    }),
    status: 200,
    answer: object<PictureLibrary>({
      total: count.required(),
      pictures: Joi.array().items(libraryPicture).required(),
    }),
    problems: ['bad-input', 'database-away'],
  },
  keepPicture: {
    method: 'post',
    path: '/api/pictures/library',
    summary:
      'Keep a picture under its file’s name, by which product files and products speak of it; products that wait for it show it at once',
    access: 'signed-in',
    upload: object<object>({}),
    status: 201,
    answer: libraryPicture,
    problems: ['bad-input', 'too-large', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
