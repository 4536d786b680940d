import { blendHandlers } from './blend/handlers';
import { campaignHandlers } from './campaign/handlers';
import { trialHandlers } from './trial/handlers';
import { noteHandlers } from './note/handlers';
import { comparisonHandlers } from './comparison/handlers';
import { cartHandlers } from './cart/handlers';
import { catalogueHandlers } from './catalogue/handlers';
import { collectionHandlers } from './collection/handlers';
import { deliveryHandlers } from './delivery/handlers';
import { designHandlers } from './design/handlers';
import { demoHandlers } from './demo/handlers';
import { editionHandlers } from './publishing/handlers';
import { explainHandlers } from './plan/explainHandlers';
import { feedHandlers } from './feed/handlers';
import { figureHandlers } from './figure/handlers';
import { findingHandlers } from './plan/findingHandlers';
import { fontHandlers } from './font/handlers';
import { freePageHandlers } from './freePage/handlers';
import type { AnyHandler, Handlers } from './http/handler';
import { jobHandlers } from './job/handlers';
import { personHandlers } from './person/handlers';
import { pictureHandlers } from './picture/handlers';
import { planHandlers } from './plan/handlers';
import { productHandlers } from './product/handlers';
import { rangeHandlers } from './range/handlers';
import { redirectHandlers } from './redirect/handlers';
import { searchHandlers } from './search/handlers';
import { reviewHandlers } from './review/handlers';
import type { Services } from './services';
import { shopHandlers } from './shop/handlers';

/** What each operation of the contract does, gathered from the subjects. */
export function handlersOf(services: Services): Handlers {
  const handlers: Handlers = {
    ...blendHandlers(services),
    ...campaignHandlers(services),
    ...trialHandlers(services),
    ...noteHandlers(services),
    ...comparisonHandlers(services),
    ...cartHandlers(services),
    ...catalogueHandlers(services),
    ...collectionHandlers(services),
    ...deliveryHandlers(services),
    ...demoHandlers(services),
    ...designHandlers(services),
    // What was held has been held against the operation's own schemas.
    ...editionHandlers(services, ({ operation, params, body }, call) =>
      (handlers[operation] as AnyHandler)({ ...call, params, body }),
    ),
    ...explainHandlers(services),
    ...feedHandlers(services),
    ...figureHandlers(services),
    ...findingHandlers(services),
    ...fontHandlers(services),
    ...freePageHandlers(services),
    ...jobHandlers(services),
    ...personHandlers(services),
    ...pictureHandlers(services),
    ...planHandlers(services),
    ...productHandlers(services),
    ...rangeHandlers(services),
    ...redirectHandlers(services),
    ...reviewHandlers(services),
    ...searchHandlers(services),
    ...shopHandlers(services),
  };
  return handlers;
}
