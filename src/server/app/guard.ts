import type { IncomingHttpHeaders, IncomingMessage } from 'node:http';
import { hostname, networkInterfaces } from 'node:os';
import type { Problem } from '../base/problem.ts';
import { canonicalPath, isApi } from './request-path.ts';

/** Which requests are answered at all, decided by method, path and headers before anything else is read. */

const methods = 'GET, HEAD, POST, PUT, PATCH, DELETE';
const pageMethods = 'GET, HEAD';
const isMethod = new Set(methods.split(', '));
const isPageMethod = new Set(pageMethods.split(', '));

export const problem = (
  status: number,
  title: string,
  detail: string,
  more: Readonly<Record<string, unknown>> = {},
): Problem => ({
  type: 'about:blank',
  title,
  status,
  detail,
  ...more,
});

/** Names by which this computer may be called. VIVID_HOSTS adds others (a proxy's, say), with commas between. */
function knownNames(listensOn: string): Set<string> {
  const names = new Set(['localhost', '127.0.0.1', '[::1]']);
  for (const name of (process.env['VIVID_HOSTS'] ?? '').split(','))
    if (name.trim()) names.add(name.trim().toLowerCase());
  if (/^(127\.|::1$|localhost$)/.test(listensOn) && !process.env['VIVID_PROXY']) return names;
  const own = hostname().toLowerCase();
  for (const name of [listensOn, own, `${own}.local`, own.split('.')[0]!]) names.add(name);
  for (const address of Object.values(networkInterfaces()).flat())
    if (address) names.add(address.family === 'IPv6' ? `[${address.address}]` : address.address);
  return names;
}

/** Addresses change while a server runs (another network): looked up again, at most this often. */
const lookEveryMs = 10_000;

/** Gives the problem a request is refused with, or null. `listensOn`: the host that is listened on. */
export function requestGuard(listensOn: string): (request: IncomingMessage) => Problem | null {
  let names = knownNames(listensOn);
  let lookedAt = Date.now();
  // Asked at every touch: the same few headers, with their port.
  const known = new Set<string>();
  const isKnown = (host: string): boolean => {
    if (known.has(host)) return true;
    if (Date.now() - lookedAt > lookEveryMs) {
      lookedAt = Date.now();
      names = knownNames(listensOn);
    }
    const isOne = names.has(host.replace(/:\d+$/, ''));
    if (isOne && known.size < 100) known.add(host);
    return isOne;
  };
  return ({ method = '', url = '', headers }) => {
    const host = (headers.host ?? '').toLowerCase();
    // A foreign name that was made to lead here (DNS rebinding) would read everything as its own.
    if (!isKnown(host))
      return problem(
        421,
        'Another name',
        'Vivid Eye is not called by this name. Use the address that ./start prints; VIVID_HOSTS adds a name.',
      );
    const path = canonicalPath(url);
    if (path === null) return notHere();
    if (!isMethod.has(method)) return wrongMethod(method, isApi(path) ? methods : pageMethods);
    if (!isApi(path) && !isPageMethod.has(method)) return wrongMethod(method, pageMethods);
    if (isForeign(method, path, headers, host))
      return problem(
        403,
        'Another page',
        'This was sent by a page of another address. Only Vivid Eye’s own pages may.',
      );
    return null;
  };
}

const wrongMethod = (method: string, allow: string): Problem =>
  problem(405, 'Not this way', `This address does not take ${method}. It takes ${allow}.`, { allow });

const notHere = (): Problem =>
  problem(404, 'Not found', 'There is nothing at this address. docs/api.md lists what there is.');

/** Sent by a page of another origin: no such page has business here, but for a link that is followed. */
function isForeign(method: string, path: string, headers: IncomingHttpHeaders, host: string): boolean {
  const { origin } = headers;
  if (origin !== undefined && originHost(origin) !== host) return true;
  const site = headers['sec-fetch-site'];
  if (site === undefined || site === 'same-origin' || site === 'none') return false;
  const follows = headers['sec-fetch-mode'] === 'navigate' && headers['sec-fetch-dest'] === 'document';
  return !(follows && isPageMethod.has(method) && !isApi(path));
}

function originHost(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}
