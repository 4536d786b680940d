import { groupsJsonSchema, planJsonSchema, rangeJsonSchema } from '../http/jsonSchema';
import type { Handlers } from '../http/handler';
import { openApiDocument } from '../http/openapi';
import { refuseWhileAway } from '../serving/served';
import type { Services } from '../services';

type Own = 'health' | 'readiness' | 'openapi' | 'planJsonSchema' | 'rangeJsonSchema' | 'groupsJsonSchema';

/** Whether the server is well, and what is published of the API. */
export const deliveryHandlers = ({ host }: Services): Handlers<Own> => ({
  health: () => {
    const { snapshot, edition } = host.serving();
    return { status: 'ok', products: snapshot.size, edition: edition.number };
  },
  readiness: () => {
    host.serving();
    refuseWhileAway(host);
    return { status: 'ok' };
  },
  openapi: openApiDocument,
  planJsonSchema,
  rangeJsonSchema,
  groupsJsonSchema,
});
