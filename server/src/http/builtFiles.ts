import type { RequestHandler } from 'express';
import staticFiles from 'express-static-gzip';

const HASHED = /-[A-Z0-9]{8}\.\w+(\.br)?$/;
const YEAR = 'public, max-age=31536000, immutable';
const DAY = 'public, max-age=86400';

/** Files of a build, packed where the build did that. Names that hold a content hash may be kept for ever, others for a day. */
export function builtFiles(folder: string): RequestHandler {
  return staticFiles(folder, {
    enableBrotli: true,
    index: false,
    serveStatic: {
      redirect: false,
      setHeaders: (response, file) => response.setHeader('Cache-Control', HASHED.test(file) ? YEAR : DAY),
    },
  });
}
