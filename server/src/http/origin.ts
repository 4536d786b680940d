import type { Request } from 'express';
import type { ServingState } from '../serving/servingHost';

const HERE = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/**
 * Where the shop is reached: as its settings say. Until they do, as the server itself is; what somebody writes into a
 * request is no address, as others would be given it.
 *
 * @param own Address of this server.
 */
export function originOf(request: Request, { address }: Pick<ServingState, 'address'>, own: string): string {
  if (address !== null) return address;
  const host = request.get('host') ?? '';
  return HERE.test(host) ? `${request.protocol}://${host}` : own;
}
