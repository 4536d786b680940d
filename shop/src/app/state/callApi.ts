import { SHOP_ROUTES } from '@fond/contract/shop-routes';

interface Call {
  params?: Readonly<Record<string, string>>;
  query?: Readonly<Record<string, string>>;
  body?: object;
  signal?: AbortSignal;
}

/** Calls an operation of the API; rejects where the network does. */
export function callApi(
  name: keyof typeof SHOP_ROUTES,
  { params = {}, query, body, signal }: Call = {},
): Promise<Response> {
  const [method, path] = SHOP_ROUTES[name];
  const address = path.replace(/\{(\w+)\}/g, (_, key: string) => encodeURIComponent(params[key]));
  return fetch(query ? `${address}?${new URLSearchParams(query)}` : address, {
    method: method.toUpperCase(),
    signal,
    ...(body && { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
  });
}
