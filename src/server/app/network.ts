import { readFileSync } from 'node:fs';
import type { IncomingHttpHeaders, IncomingMessage, ServerResponse } from 'node:http';
import { join } from 'node:path';
import type { TLSSocket } from 'node:tls';
import type { RequestOrigin } from '../people/credentials.ts';
import { pathOf } from './request-path.ts';

/**
 * What the network gets, where the app serves the workshop: all of it over https; over plain http only the page that helps a tablet to trust it, and what
 * that page is made of. `./start --workshop` says where by VIVID_HTTPS (the folder of ops/https) and
 * VIVID_HTTPS_PORT. VIVID_PROXY: the ports of http and https of a proxy that serves both in its place, and passes on what it is asked.
 */
const folder = process.env['VIVID_HTTPS'];
const proxy = process.env['VIVID_PROXY'];
/** Of the https that is served here; null: none. */
export const httpsPort: number | null = folder && !proxy ? Number(process.env['VIVID_HTTPS_PORT']) : null;
/** Of the https that the network is to come by. */
export const securePort: number | null = proxy ? Number(proxy.split(',')[1]) : httpsPort;

/** Key and certificate as node:https wants them, read anew each time. */
export const secureContext = () => ({
  key: readFileSync(join(folder ?? '', 'server.key')),
  cert: readFileSync(join(folder ?? '', 'server.crt')),
});

/** Of the build and of the page that helps: no data, nothing that is the workshop's. */
const plainly = /^\/(trust(\/|$)|_astro\/|eye\.svg$|first-paint\.js$|manifest\.webmanifest$|icons\/)/;
export const isOwnComputer = (address = ''): boolean => /^(127\.|::1$|::ffff:127\.)/.test(address);
/**
 * Where a request comes from. What another program passes on (a proxy on this computer) comes from the network, whatever it says: only what asks by itself is near.
 */
export function fromOf({ socket, headers }: IncomingMessage): RequestOrigin {
  const address = socket.remoteAddress ?? '';
  const isPassedOn = headers['x-forwarded-for'] !== undefined || headers.forwarded !== undefined;
  // What it says is believed only where a proxy was set up.
  const isByProxy = Boolean(proxy) && isPassedOn;
  const isEncrypted = (socket as Partial<TLSSocket>).encrypted === true;
  const isHttps = isEncrypted || (isByProxy && headers['x-forwarded-proto'] === 'https');
  const isOwnName = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/i.test(headers.host ?? '');
  return {
    isNear: isOwnComputer(address) && isOwnName && !isPassedOn,
    isHttps,
    address: isByProxy ? passedOnFor(headers, address) : address,
  };
}

/** For counting tries only: the last address in the list is the one that the nearest proxy saw. */
const passedOnFor = (headers: IncomingHttpHeaders, address: string): string =>
  String(headers['x-forwarded-for'] ?? address)
    .split(',')
    .at(-1)!
    .trim()
    .slice(0, 60);

/** A page over http asks this over https, whether it is trusted. */
export const trustedAddress = '/trust/yes';

/** Where a request over http is to go instead, or null: it may stay. */
export function plainHttp(request: IncomingMessage): string | null {
  const { url = '', method, headers, socket } = request;
  if (proxy) {
    if (headers['x-forwarded-for'] === undefined || fromOf(request).isHttps) return null;
  } else if (httpsPort === null || isOwnComputer(socket.remoteAddress)) return null;
  if (plainly.test(pathOf(url))) return null;
  return method === 'GET' || method === 'HEAD' ? '/trust' : 'refuse';
}

/** Says to the page over http that https works: nothing else is in the answer. */
export function sayTrusted(response: ServerResponse): void {
  response.writeHead(204, {
    'access-control-allow-origin': '*',
    'cross-origin-resource-policy': 'cross-origin',
    'cache-control': 'no-store',
  });
  response.end();
}
