import { createServer } from 'node:http';
import { pathToFileURL } from 'node:url';
import { resolve } from 'node:path';
import compression from 'compression';

/**
 * Serves the built app. Needs DATABASE_URL, PORT and HOST; tells its parent process when it is ready.
 * Plain JavaScript on purpose: under a TypeScript loader every lazy import of a page goes through the loader's
 * hooks, which made each request several times slower (docs/benchmarks.md).
 * On SIGTERM or SIGINT it takes no new connections, ends live feeds, lets requests finish, and exits.
 */
process.env['ASTRO_NODE_AUTOSTART'] = 'disabled';
const { handler } = await import(pathToFileURL(resolve('dist/server/entry.mjs')).href);

const { postFeed, postLedger } = await import(pathToFileURL(resolve('dist/server/direct.mjs')).href);

const compress = compression();
const policy =
  "default-src 'self'; script-src 'self' 'unsafe-inline'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; " +
  "font-src 'self' data:; object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'";

/** Astro answers such an address with a page; whoever asks the API gets a problem (RFC 9457). */
const oddAddress = {
  type: 'about:blank',
  title: 'Not found',
  status: 404,
  detail: 'There is nothing at this address. docs/api.md lists what there is.',
};
function isOddlyEncoded(url) {
  try {
    return decodeURI(url.split('?')[0]).includes('%');
  } catch {
    return true;
  }
}

const feedAddress = /^\/api\/machines\/([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})\/feed$/i;

/** A request must have come whole after this, ms. Only a feed may stay open: Node's own limit would end it too. */
const wholeRequestMs = 300_000;

const feeds = new Set();
const server = createServer((request, response) => {
  response.setHeader('x-content-type-options', 'nosniff');
  const fed = request.method === 'POST' && feedAddress.exec(request.url)?.[1];
  if (fed) return void postFeed(request, response, fed);
  const late = setTimeout(() => request.complete || request.destroy(), wholeRequestMs);
  response.on('close', () => clearTimeout(late));
  if (request.method === 'POST' && request.url === '/api/ledger') return void postLedger(request, response);
  response.setHeader('referrer-policy', 'same-origin');
  response.setHeader('content-security-policy', policy);
  if (request.url?.includes('/live')) {
    feeds.add(response);
    response.on('close', () => feeds.delete(response));
  }
  if (request.url?.startsWith('/api/') && isOddlyEncoded(request.url)) {
    response.writeHead(404, { 'content-type': 'application/problem+json' });
    response.end(JSON.stringify(oddAddress));
    return;
  }
  compress(request, response, () => handler(request, response, () => response.writeHead(404).end()));
});

server.requestTimeout = 0;

let stopping = false;
function stop() {
  if (stopping) return;
  stopping = true;
  server.close(() => process.exit(0));
  for (const feed of feeds) feed.destroy();
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), 5000).unref();
}
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
// Without its parent nobody would ever stop it.
process.on('disconnect', stop);

server.on('error', (error) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${process.env['PORT']} is taken. Choose another with --port N.`
      : `Cannot serve: ${error.message}`,
  );
  process.exit(1);
});
server.listen(Number(process.env['PORT'] ?? 4321), process.env['HOST'] ?? '127.0.0.1', () =>
  process.send?.('ready'),
);
