import { lookup as lookUp } from 'node:dns';
import http, { type IncomingMessage } from 'node:http';
import https from 'node:https';
import { isIP, type LookupFunction } from 'node:net';
import ipaddr from 'ipaddr.js';

/** What may be fetched, and how much of it. */
export interface FetchRules {
  /** Names of hosts, in small letters; nothing else is asked. */
  hosts: readonly string[];
  maxBytes: number;
  /** Milliseconds for all of it, redirects included. */
  timeout: number;
  /** Whether an address of the network may be connected to. */
  mayConnect: (address: string) => boolean;
  /** Ports beside those of the schemes; for stand-ins in tests. */
  ports?: readonly number[];
}

/** Why a file was not fetched, in a sentence. */
export class NotFetched extends Error {}

const MAX_REDIRECTS = 5;

/** Whether an address belongs to the public network: not to this machine, its neighbours, or any other private use. */
export function isPublicAddress(address: string): boolean {
  if (!ipaddr.isValid(address)) return false;
  // An IPv4 address may be written as an IPv6 one.
  return ipaddr.process(address).range() === 'unicast';
}

/**
 * Fetches a file by its address. The host has to be one of those that are allowed, after each redirect as well; the
 * network address that its name was resolved to is looked at, and is the one that is connected to.
 *
 * @throws {NotFetched} with what was in the way.
 */
export async function fetchFile(address: string, rules: FetchRules): Promise<Buffer> {
  const signal = AbortSignal.timeout(rules.timeout);
  let url = addressIn(address, rules);
  try {
    for (let step = 0; ; step++) {
      const answer = await ask(url, rules, signal);
      const { statusCode = 0, headers } = answer;
      if (statusCode >= 300 && statusCode < 400 && headers.location) {
        answer.destroy();
        if (step === MAX_REDIRECTS) throw new NotFetched(`It leads on more than ${MAX_REDIRECTS} times.`);
        url = addressIn(new URL(headers.location, url).href, rules);
        continue;
      }
      if (statusCode !== 200) {
        answer.destroy();
        throw new NotFetched(`${url.host} answered ${statusCode}.`);
      }
      return await bodyOf(answer, rules.maxBytes);
    }
  } catch (error) {
    if (error instanceof NotFetched) throw error;
    if (signal.aborted)
      throw new NotFetched(`${url.host} took longer than ${rules.timeout / 1_000} seconds.`);
    throw new NotFetched(
      `${url.host} can’t be reached: ${error instanceof Error ? error.message : 'no answer'}.`,
    );
  }
}

function addressIn(text: string, { hosts, ports = [], mayConnect }: FetchRules): URL {
  let url: URL;
  try {
    url = new URL(text);
  } catch {
    throw new NotFetched('That is no address.');
  }
  if (url.protocol !== 'http:' && url.protocol !== 'https:')
    throw new NotFetched(`Only http and https addresses are fetched, not ${url.protocol}`);
  if (url.username || url.password)
    throw new NotFetched('Addresses with a name and password are not fetched.');
  // A name may end with a point, which means the same.
  const host = url.hostname.replace(/\.$/, '');
  if (!hosts.includes(host)) throw new NotFetched(`An owner has not allowed pictures from ${host}.`);
  if (url.port && !ports.includes(Number(url.port)))
    throw new NotFetched(`Only the usual ports are asked, not ${url.port}.`);
  // Numbers in place of a name are not looked up, so they are looked at here.
  const literal = host.replace(/^\[|\]$/g, '');
  if (isIP(literal) && !mayConnect(literal)) throw new NotFetched(`${host} is no public address.`);
  return url;
}

function ask(url: URL, { mayConnect }: FetchRules, signal: AbortSignal): Promise<IncomingMessage> {
  const lookup: LookupFunction = (host, options, done) => {
    lookUp(host, { ...options, all: true }, (error, addresses) => {
      if (error) return done(error, []);
      const other = addresses.find(({ address }) => !mayConnect(address));
      if (other || !addresses.length) return done(new NotFetched(`${host} leads to no public address.`), []);
      if (options.all) done(null, addresses);
      else done(null, addresses[0].address, addresses[0].family);
    });
  };
  const { get } = url.protocol === 'https:' ? https : http;
  return new Promise((resolve, reject) => {
    // No connection is kept: each is to an address that was looked at for it.
    const request = get(
      url,
      { agent: false, lookup, signal, headers: { 'Accept-Encoding': 'identity', Accept: 'image/*' } },
      resolve,
    );
    request.on('error', reject);
  });
}

async function bodyOf(answer: IncomingMessage, maxBytes: number): Promise<Buffer> {
  const tooLarge = (): NotFetched =>
    new NotFetched(`It is larger than ${Math.round(maxBytes / 1_048_576)} MB.`);
  if (Number(answer.headers['content-length'] ?? 0) > maxBytes) {
    answer.destroy();
    throw tooLarge();
  }
  const pieces: Buffer[] = [];
  let bytes = 0;
  for await (const piece of answer as AsyncIterable<Buffer>) {
    bytes += piece.length;
    if (bytes > maxBytes) throw tooLarge();
    pieces.push(piece);
  }
  return Buffer.concat(pieces);
}
