import Joi from 'joi';
import { list, object } from '../schema/typed';
import type { Operation } from '../operation';
import { count, text } from '../schema/basics';
import { texts, whole } from '../schema/fields';
import { job } from '../job/shapes';
import type {
  ArchiveMatch,
  KeptPicture,
  LibraryPicture,
  PictureLibrary,
  PictureUses,
  PictureWords,
  ReplacedPicture,
  WaitingHost,
} from './types';

const source = Joi.string().min(1).max(400).required();
const hash = Joi.string()
  .pattern(/^[0-9a-f]{32}$/, 'a picture that was kept')
  .required();
const kept = object<KeptPicture>({ hash, width: count.required(), height: count.required() });
const named = object<{ source: string }>({ source });
const archiveId = object<{ id: string }>({ id: Joi.string().guid().required() });
const pattern = Joi.string()
  .max(120)
  .pattern(/\{sku\}/, 'a pattern that has {sku} in it');

const words = {
  alts: texts(250),
  focus: Joi.object({ x: whole(0, 100), y: whole(0, 100) })
    .allow(null)
    .required(),
};

const libraryPicture = object<LibraryPicture>({
  source: text.required(),
  hash: Joi.string().required(),
  width: count.required(),
  height: count.required(),
  products: count.required(),
  categories: count.required(),
  ...words,
});

const archive = object<ArchiveMatch>({
  id: Joi.string().guid().required(),
  pattern: text.required(),
  pictures: count.required(),
  others: count.required(),
  matched: count.required(),
  products: count.required(),
  matches: Joi.array()
    .items(
      Joi.object({
        file: text.required(),
        sku: text.required(),
        title: text.required(),
        place: count.required(),
      }),
    )
    .required(),
  unmatched: Joi.array().items(text).required(),
});

/** The pictures of products and categories, by the names under which product files speak of them. */
export const LIBRARY_OPERATIONS = {
  pictureLibrary: {
    method: 'get',
    path: '/api/pictures/library',
    summary: 'The pictures that product files can name, with where each is used',
    access: 'signed-in',
    query: object<{ q?: string; unused?: '1'; silent?: string; from?: number }>({
      q: Joi.string().allow('').max(200),
      unused: Joi.valid('1').description('Only those that nothing uses'),
      silent: Joi.string()
        .pattern(/^[a-z]{2}$/, 'a language of two letters')
        .description('Only those that say nothing in this language'),
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
  pictureUses: {
    method: 'get',
    path: '/api/pictures/library/uses',
    summary: 'What shows a picture',
    access: 'signed-in',
    query: named,
    status: 200,
    answer: object<PictureUses>({
      products: Joi.array()
        .items(Joi.object({ sku: text.required(), title: text.required() }))
        .required(),
      categories: Joi.array()
        .items(Joi.object({ id: count.required(), title: text.required() }))
        .required(),
    }),
    problems: ['bad-input', 'database-away'],
  },
  namePicture: {
    method: 'put',
    path: '/api/pictures/library',
    summary: 'Show a picture that was kept under a name, everywhere, in place of what the name has',
    access: 'signed-in',
    body: object<{ source: string; hash: string }>({ source, hash }),
    status: 200,
    answer: object<ReplacedPicture>({ picture: libraryPicture.required(), before: kept.required() }),
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  describePicture: {
    method: 'put',
    path: '/api/pictures/library/words',
    summary:
      'Say what a picture shows, in words by language, and what of it stays in view where it is cropped',
    access: 'signed-in',
    shown: true,
    body: object<PictureWords & { source: string }>({ source, ...words }),
    status: 200,
    answer: libraryPicture,
    problems: ['bad-input', 'not-found', 'not-ready', 'database-away'],
  },
  forgetPicture: {
    method: 'delete',
    path: '/api/pictures/library',
    summary: 'Take a picture that nothing shows out of the library',
    access: 'signed-in',
    query: named,
    status: 204,
    answer: null,
    problems: ['bad-input', 'not-found', 'picture-in-use', 'database-away'],
  },
  pictureHosts: {
    method: 'get',
    path: '/api/pictures/hosts',
    summary: 'Hosts whose pictures products name by address: how many wait, and whether an owner allows them',
    access: 'signed-in',
    status: 200,
    answer: list(
      object<WaitingHost>({
        host: text.required(),
        waiting: count.required(),
        allowed: Joi.boolean().required(),
      }),
    ),
    problems: ['database-away'],
  },
  setPictureHosts: {
    method: 'put',
    path: '/api/pictures/hosts',
    summary: 'Name the hosts that pictures may be fetched from',
    access: 'signed-in',
    role: 'owner',
    body: object<{ hosts: readonly string[] }>({
      hosts: Joi.array()
        .items(
          Joi.string()
            .max(253)
            .pattern(/^[a-z0-9]([a-z0-9.-]*[a-z0-9])?$/, 'a name of a host such as pictures.example'),
        )
        .max(100)
        .unique()
        .required(),
    }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'database-away'],
  },
  fetchPictures: {
    method: 'post',
    path: '/api/pictures/fetch',
    summary:
      'Fetch the pictures that products name by address, from hosts that an owner has allowed; answers with a job',
    access: 'signed-in',
    status: 202,
    answer: job,
    problems: ['database-away'],
  },
  keepArchive: {
    method: 'post',
    path: '/api/pictures/archives',
    summary: 'Keep an archive (ZIP) of pictures for a day; answers with how its files match products',
    access: 'signed-in',
    upload: object<{ pattern?: string }>({ pattern }),
    status: 201,
    answer: archive,
    problems: ['bad-input', 'too-large', 'wrong-kind', 'database-away'],
  },
  archiveMatch: {
    method: 'get',
    path: '/api/pictures/archives/{id}',
    summary: 'How the files of an archive match products when their names are read by a pattern',
    access: 'signed-in',
    params: archiveId,
    query: object<{ pattern?: string }>({ pattern }),
    status: 200,
    answer: archive,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  takeArchive: {
    method: 'post',
    path: '/api/pictures/archives/{id}',
    summary:
      'Give products the pictures of an archive, behind those they have or in their place; answers with a job',
    access: 'signed-in',
    shown: true,
    params: archiveId,
    body: object<{ pattern: string; add: 'behind' | 'instead' }>({
      pattern: pattern.required(),
      add: Joi.valid('behind', 'instead').required(),
    }),
    status: 202,
    answer: job,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
