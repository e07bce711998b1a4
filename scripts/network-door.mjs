import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/**
 * What the network gets, where the app serves the workshop: all of it over https; over plain http only the page that helps a tablet to trust it, and what
 * that page is made of. Plain JavaScript, as scripts/serve.mjs. `./start --workshop` says where by VIVID_HTTPS (the folder of scripts/https) and
 * VIVID_HTTPS_PORT.
 */
const folder = process.env['VIVID_HTTPS'];
export const httpsPort = folder ? Number(process.env['VIVID_HTTPS_PORT']) : null;

/** Key and certificate as node:https wants them, read anew each time. */
export const secureContext = () => ({
  key: readFileSync(join(folder, 'server.key')),
  cert: readFileSync(join(folder, 'server.crt')),
});

/** Of the build and of the page that helps: no data, nothing that is the workshop's. */
const plainly = /^\/(trust(\/|\?|$)|_astro\/|eye\.svg|first-paint\.js|manifest\.webmanifest|icons\/)/;
const isOwnComputer = (address = '') => /^(127\.|::1$|::ffff:127\.)/.test(address);
/** A page over http asks this over https, whether it is trusted. */
export const trustedAddress = '/trust/yes';

/** Where a request over http is to go instead, or null: it may stay. */
export function plainHttp(request) {
  if (httpsPort === null || isOwnComputer(request.socket.remoteAddress)) return null;
  const { url, method } = request;
  if (plainly.test(url)) return null;
  return method === 'GET' || method === 'HEAD' ? '/trust' : 'refuse';
}

/** Says to the page over http that https works: nothing else is in the answer. */
export function sayTrusted(response) {
  response.writeHead(204, {
    'access-control-allow-origin': '*',
    'cross-origin-resource-policy': 'cross-origin',
    'cache-control': 'no-store',
  });
  response.end();
}
