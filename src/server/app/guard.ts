import { hostname, networkInterfaces } from 'node:os';
import { canonicalPath } from './request-path.ts';

/**
 * Who may come in, before anything is read: the computer is asked by its own name, by its own pages, in a way that it
 * knows, and by nobody too often. Plain JavaScript, as scripts/serve.mjs.
 */

const methods = 'GET, HEAD, POST, PUT, PATCH, DELETE';
const pageMethods = 'GET, HEAD';
const isMethod = new Set(methods.split(', '));
const isPageMethod = new Set(pageMethods.split(', '));

export const problem = (status, title, detail, more = {}) => ({
  type: 'about:blank',
  title,
  status,
  detail,
  ...more,
});

/** Names by which this computer may be called. VIVID_HOSTS adds others (a proxy's, say), with commas between. */
function knownNames(listensOn) {
  const names = new Set(['localhost', '127.0.0.1', '[::1]']);
  for (const name of (process.env['VIVID_HOSTS'] ?? '').split(','))
    if (name.trim()) names.add(name.trim().toLowerCase());
  if (/^(127\.|::1$|localhost$)/.test(listensOn) && !process.env['VIVID_PROXY']) return names;
  const own = hostname().toLowerCase();
  for (const name of [listensOn, own, `${own}.local`, own.split('.')[0]]) names.add(name);
  for (const address of Object.values(networkInterfaces()).flat())
    if (address) names.add(address.family === 'IPv6' ? `[${address.address}]` : address.address);
  return names;
}

/** Addresses change while a server runs (another network): looked up again, at most this often. */
const lookEveryMs = 10_000;

/** A function that gives the problem with which a request is turned away, or null. */
export function doorKeeper(listensOn) {
  let names = knownNames(listensOn);
  let lookedAt = Date.now();
  // Asked at every touch: the same few headers, with their port.
  const known = new Set();
  const isKnown = (host) => {
    if (known.has(host)) return true;
    if (Date.now() - lookedAt > lookEveryMs) {
      lookedAt = Date.now();
      names = knownNames(listensOn);
    }
    const isOne = names.has(host.replace(/:\d+$/, ''));
    if (isOne && known.size < 100) known.add(host);
    return isOne;
  };
  return (request) => {
    const { method, headers } = request;
    const host = (headers.host ?? '').toLowerCase();
    // A foreign name that was made to lead here (DNS rebinding) would read everything as its own.
    if (!isKnown(host))
      return problem(
        421,
        'Another name',
        'Vivid Eye is not called by this name. Use the address that ./start prints; VIVID_HOSTS adds a name.',
      );
    const path = canonicalPath(request.url);
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

const isApi = (path) => /^\/api(\/|$)/.test(path);

const wrongMethod = (method, allow) =>
  problem(405, 'Not this way', `This address does not take ${method}. It takes ${allow}.`, { allow });

const notHere = () =>
  problem(404, 'Not found', 'There is nothing at this address. docs/api.md lists what there is.');

/** Sent by a page of another origin: no such page has business here, but for a link that is followed. */
function isForeign(method, path, headers, host) {
  const { origin } = headers;
  if (origin !== undefined && originHost(origin) !== host) return true;
  const site = headers['sec-fetch-site'];
  if (site === undefined || site === 'same-origin' || site === 'none') return false;
  const follows = headers['sec-fetch-mode'] === 'navigate' && headers['sec-fetch-dest'] === 'document';
  return !(follows && isPageMethod.has(method) && !isApi(path));
}

function originHost(origin) {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}

/** Counts what one address holds open. `enter` gives how to leave, or null when it holds as many as it may. */
export class Crowd {
  #held = new Map();
  constructor(most) {
    this.most = most;
  }
  enter(address) {
    const now = this.#held.get(address) ?? 0;
    if (now >= this.most) return null;
    this.#held.set(address, now + 1);
    let left = false;
    return () => {
      if (left) return;
      left = true;
      const held = this.#held.get(address) - 1;
      if (held > 0) this.#held.set(address, held);
      else this.#held.delete(address);
    };
  }
}
