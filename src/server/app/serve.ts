import { AsyncLocalStorage } from 'node:async_hooks';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { pathToFileURL } from 'node:url';
import { resolve } from 'node:path';
import compression from 'compression';
import { Crowd, doorKeeper, problem } from './guard.ts';
import {
  fromOf,
  httpsPort,
  isOwnComputer,
  pathOf,
  plainHttp,
  sayTrusted,
  secureContext,
  securePort,
  trustedAddress,
} from './network.ts';

/**
 * Serves the built app. Needs DATABASE_URL, PORT and HOST; tells its parent process when it is ready.
 * Plain JavaScript on purpose: under a TypeScript loader every lazy import of a page goes through the loader's
 * hooks, which made each request several times slower (docs/benchmarks.md).
 * On SIGTERM or SIGINT it takes no new connections, ends live feeds, lets requests finish, and exits.
 */
process.env['ASTRO_NODE_AUTOSTART'] = 'disabled';
const { handler } = await import(pathToFileURL(resolve('dist/server/entry.mjs')).href);

const { findServer, postFeed, postLedger } = await import(
  pathToFileURL(resolve('dist/server/direct.mjs')).href
);
await findServer();

/**
 * What goes beside a request to the pages and endpoints: this adapter's handler takes nothing but request and response, and src/middleware.ts finds it here.
 */
const beside = new AsyncLocalStorage();
globalThis[Symbol.for('vivid-eye.beside')] = beside;

const host = process.env['HOST'] ?? '127.0.0.1';
const turnAway = doorKeeper(host);
const compress = compression();

/**
 * For what is no page. A page has its own policy (astro.config.ts), with the hashes of its scripts; what it says of styles
 * is added here: the threads' colours stand in style attributes.
 */
const policy =
  "default-src 'self'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; font-src 'self' data:; " +
  "object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'";
const headers = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy':
    'camera=(self), screen-wake-lock=(self), microphone=(), geolocation=(), usb=(), serial=(), payment=()',
  'content-security-policy': policy,
};
/** For what is no page and can be none: data, answered past the framework at every touch. */
const ofData = {
  'x-content-type-options': 'nosniff',
  'cross-origin-resource-policy': 'same-origin',
};
/** Pages keep what the framework says of scripts; inline style attributes are allowed beside it, style elements are not. */
function allowStyleAttributes(response) {
  const writeHead = response.writeHead.bind(response);
  response.writeHead = (status, ...rest) => {
    const given = rest.at(-1);
    const own = given && typeof given === 'object' ? (given['content-security-policy'] ?? null) : null;
    const now = String(own ?? response.getHeader('content-security-policy'));
    const whole = `${now.replace(/;?\s*$/, '')}; style-src-attr 'unsafe-inline'`;
    if (own) given['content-security-policy'] = whole;
    else response.setHeader('content-security-policy', whole);
    return writeHead(status, ...rest);
  };
}

const ledgerAddress = /^\/api\/ledger\/?$/;
const feedAddress = /^\/api\/machines\/([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})\/feed\/?$/i;
const liveAddress = /^\/api\/(machines\/[^/]+|board)\/live\/?$/;

/**
 * A request must have come whole after this, ms; endpoints answer a little sooner that it is late. A feed and an import
 * may stay open: they watch by themselves.
 */
const wholeRequestMs = 35_000;
const lingerMs = 5_000;
/**
 * A connection that is not used stays open for so long: longer than the usual proxies keep theirs (60 s), or they would now and then
 * send a request just as it is closed, and tell the tablet of a bad gateway.
 */
const idleMs = 75_000;

/** Of one address: a whole shop behind one proxy fits several times. VIVID_PER_ADDRESS changes the first. */
const connections = new Crowd(Number(process.env['VIVID_PER_ADDRESS']) || 512);
const streams = new Crowd(200);

/** Whose streams these are: of what a proxy on this computer passes on, each sender's own. */
const nearest = ({ socket }, from) =>
  process.env['VIVID_PROXY'] && isOwnComputer(socket.remoteAddress) ? from.address : socket.remoteAddress;

function answerProblem(request, response, told) {
  response.writeHead(told.status, {
    ...headers,
    'content-type': 'application/problem+json',
    'cache-control': 'no-store',
    ...(told.allow && { allow: told.allow }),
    ...(told.status === 429 && { 'retry-after': '5' }),
    // What is left of a body that was refused unread must not be taken for the next request.
    ...(!request.complete && { connection: 'close' }),
  });
  response.end(request.method === 'HEAD' ? undefined : JSON.stringify(told));
}

/** Resolves when what was written has gone out, but for a little; or when nobody reads any more. */
function room(response) {
  if (response.writableLength < 64_000 || response.destroyed) return Promise.resolve();
  return new Promise((done) => {
    const ready = () => {
      response.off('drain', ready);
      response.off('close', ready);
      done();
    };
    response.on('drain', ready);
    response.on('close', ready);
  });
}

/** A page that does not read what it is told is dropped at this; when it comes back it is told what it missed. */
const mostBacklog = 1_000_000;
const lives = new Set();
setInterval(() => {
  for (const live of lives) if (live.writableLength > mostBacklog) live.destroy();
}, 1000).unref();
/** Over https: all of it. */
function serveHttps(request, response) {
  const from = fromOf(request);
  if (isLetIn(request, response, from)) serve(request, response, from);
}

/** Over http: from the network only what helps a tablet to trust the https. */
function serveHttp(request, response) {
  const from = fromOf(request);
  if (!isLetIn(request, response, from)) return;
  const instead = plainHttp(request);
  if (!instead) return serve(request, response, from);
  if (instead === 'refuse' || /^\/api(\/|$)/.test(pathOf(request.url)))
    return answerProblem(
      request,
      response,
      problem(403, 'Only over https', `From the network this goes over https, on port ${securePort}.`),
    );
  response.writeHead(307, { location: instead, 'cache-control': 'no-store' });
  response.end();
}

/** Whether the request may be looked at any further; false: it has its answer. */
function isLetIn(request, response, from) {
  if (request.method === 'GET' && request.url === trustedAddress && from.isHttps) {
    sayTrusted(response);
    return false;
  }
  const refused = turnAway(request);
  if (refused) answerProblem(request, response, refused);
  return refused === null;
}

function serve(request, response, from) {
  const { method } = request;
  const path = pathOf(request.url);
  if (method === 'POST' && ledgerAddress.test(path)) return void postLedger(request, response, ofData, from);
  const fed = method === 'POST' && feedAddress.exec(path)?.[1];
  const isLive = liveAddress.test(path);
  if (fed || isLive) {
    const leave = streams.enter(nearest(request, from));
    if (!leave)
      return answerProblem(
        request,
        response,
        problem(
          429,
          'Too many at once',
          'This device holds too many streams open. Close pages that are not looked at.',
        ),
      );
    response.on('close', leave);
  }
  if (fed) return void postFeed(request, response, fed, ofData, from);
  for (const name in headers) response.setHeader(name, headers[name]);
  const isImport = method === 'POST' && path.startsWith('/api/everything');
  if (!isImport) {
    const late = setTimeout(() => request.complete || request.destroy(), wholeRequestMs);
    response.on('close', () => clearTimeout(late));
  }
  // Answered before all of it had come: what is left may still come for a while, so that the sender gets to read the answer.
  response.on('finish', () => {
    if (!request.complete) setTimeout(() => request.complete || request.destroy(), lingerMs).unref();
  });
  if (isLive) {
    lives.add(response);
    response.on('close', () => lives.delete(response));
  }
  allowStyleAttributes(response);
  // The framework writes without waiting for the reader: whoever makes a long answer asks first whether there is room.
  const locals = { room: () => room(response), from };
  compress(request, response, () => beside.run(locals, () => handler(request, response)));
}

const server = createServer(serveHttp);
const secure = httpsPort === null ? null : createSecureServer(secureContext(), serveHttps);
const servers = secure ? [server, secure] : [server];

for (const one of servers) {
  one.requestTimeout = 0;
  one.headersTimeout = 15_000;
  one.keepAliveTimeout = idleMs;
  one.on('connection', (socket) => {
    const leave = connections.enter(socket.remoteAddress);
    if (leave) return void socket.on('close', leave);
    // Before any TLS an answer could not be read.
    if (one === secure) return void socket.destroy();
    socket.end(
      'HTTP/1.1 429 Too Many Requests\r\nretry-after: 5\r\nconnection: close\r\ncontent-length: 0\r\n\r\n',
    );
  });
  one.on('clientError', refuseClient);
}
// Another certificate was made (another address, or the old one was about to end): connections from now on get it.
process.on('message', (message) => message === 'certificate' && secure?.setSecureContext(secureContext()));

function refuseClient(error, socket) {
  if (error.code === 'ECONNRESET' || !socket.writable) return void socket.destroy();
  const [status, title] =
    error.code === 'HPE_HEADER_OVERFLOW' ? [431, 'Headers too long'] : [400, 'Not understood'];
  const text = JSON.stringify(problem(status, title, 'This is no request that can be understood.'));
  socket.end(
    `HTTP/1.1 ${status} ${title}\r\ncontent-type: application/problem+json\r\ncontent-length: ${Buffer.byteLength(text)}\r\nconnection: close\r\n\r\n${text}`,
  );
}

let stopping = false;
function stop() {
  if (stopping) return;
  stopping = true;
  let open = servers.length;
  for (const one of servers) one.close(() => --open === 0 && process.exit(0));
  for (const live of lives) live.destroy();
  for (const one of servers) one.closeIdleConnections();
  setTimeout(() => process.exit(0), 5000).unref();
}
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
// Without its parent nobody would ever stop it.
process.on('disconnect', stop);

/** Listens, or ends with what is in the way. */
const listen = (one, port) =>
  new Promise((done) => {
    one.on('error', (error) => {
      console.error(
        error.code === 'EADDRINUSE'
          ? `Port ${port} is taken. Choose another with ${one === secure ? '--https-port' : '--port'} N.`
          : `Cannot serve: ${error.message}`,
      );
      process.exit(1);
    });
    one.listen(port, host, done);
  });
await listen(server, Number(process.env['PORT'] ?? 4321));
if (secure) await listen(secure, httpsPort);
process.send?.('ready');
