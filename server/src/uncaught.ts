import type { Logger } from 'pino';
import { pageAtFault } from './shop/render';

/**
 * What happens to errors that nobody caught. One page that throws while it is taken down leaves all others as they
 * are; after any other error nothing is certain, so the process ends.
 */
export function onUncaught(log: Logger, end: () => void): void {
  // The shop's renderer adds a listener of its own, so that a broken process would stay alive without this one.
  process.on('uncaughtException', (error) => {
    const page = pageAtFault();
    if (page) {
      log.error({ err: error, page }, 'A page threw after it had been rendered');
      return;
    }
    log.fatal({ err: error }, 'Unexpected error');
    end();
  });
}
