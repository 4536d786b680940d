import express, { type RequestHandler } from 'express';

const HASHED = /-[A-Z0-9]{8}\.\w+$/;
const YEAR = 'public, max-age=31536000, immutable';
const DAY = 'public, max-age=86400';

/** Files of a build. Names that hold a content hash may be kept for ever, others for a day. */
export function builtFiles(folder: string): RequestHandler {
  return express.static(folder, {
    index: false,
    redirect: false,
    setHeaders: (response, file) => response.set('Cache-Control', HASHED.test(file) ? YEAR : DAY),
  });
}
