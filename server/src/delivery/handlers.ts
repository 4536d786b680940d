import { planJsonSchema, rangeJsonSchema } from '../http/jsonSchema';
import type { Handlers } from '../http/mount';
import { openApiDocument } from '../http/openapi';
import { refuseWhileAway } from '../http/served';
import type { Services } from '../services';
import { standOf } from '../shop/pages';

type Own = 'health' | 'readiness' | 'openapi' | 'planJsonSchema' | 'rangeJsonSchema';

/** Whether the server is well, and what is published of the API. */
export const deliveryHandlers = ({ host }: Services): Handlers<Own> => ({
  health: () => {
    const { snapshot, edition } = standOf(host);
    return { status: 'ok', products: snapshot.size, edition: edition.number };
  },
  readiness: () => {
    standOf(host);
    refuseWhileAway(host);
    return { status: 'ok' };
  },
  openapi: openApiDocument,
  planJsonSchema,
  rangeJsonSchema,
});
