import type { OperationName } from './operations';
import { ROUTES } from './routes';

/** The address of an operation, with its parameters filled in. */
export const addressOf = (
  name: OperationName,
  params: Readonly<Record<string, string | number>> = {},
): string => ROUTES[name][1].replace(/\{(\w+)\}/g, (_, key: string) => encodeURIComponent(params[key]));
