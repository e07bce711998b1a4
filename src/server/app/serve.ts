import { createServer, type Server } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import type { Socket } from 'node:net';
import { findServer } from '../base/database.ts';
import { requestListeners } from './answer.ts';
import { ConnectionLimiter } from './connection-limiter.ts';
import { problem } from './guard.ts';
import { endStreams } from './live-streams.ts';
import { httpsPort, secureContext } from './network.ts';

/**
 * The server process: `dist/server/serve.mjs`, started by scripts/child.ts. Needs DATABASE_URL, PORT and HOST; tells its parent process when it is ready.
 * On SIGTERM or SIGINT it takes no new connections, ends live feeds, lets requests finish, and exits.
 */
const host = process.env['HOST'] ?? '127.0.0.1';

/**
 * A connection that is not used stays open for so long, ms: longer than the usual proxies keep theirs (60 s), or they would now and then
 * send a request just as it is closed, and tell the tablet of a bad gateway.
 */
const idleMs = 75_000;
/** Of one address: a whole shop behind one proxy fits several times. VIVID_PER_ADDRESS changes it. */
const connections = new ConnectionLimiter(Number(process.env['VIVID_PER_ADDRESS']) || 512);

await findServer();
const { plain, secure } = requestListeners(host);
const httpServer = createServer(plain);
const httpsServer = httpsPort === null ? null : createSecureServer(secureContext(), secure);
const servers = httpsServer ? [httpServer, httpsServer] : [httpServer];

for (const server of servers) {
  server.requestTimeout = 0;
  server.headersTimeout = 15_000;
  server.keepAliveTimeout = idleMs;
  server.on('connection', (socket: Socket) => {
    const leave = connections.enter(socket.remoteAddress ?? '');
    if (leave) return void socket.on('close', leave);
    // Before any TLS an answer could not be read.
    if (server === httpsServer) return void socket.destroy();
    socket.end(
      'HTTP/1.1 429 Too Many Requests\r\nretry-after: 5\r\nconnection: close\r\ncontent-length: 0\r\n\r\n',
    );
  });
  server.on('clientError', refuseClient);
}
// Another certificate was made (another address, or the old one was about to end): connections from now on get it.
process.on(
  'message',
  (message) => message === 'certificate' && httpsServer?.setSecureContext(secureContext()),
);

function refuseClient(error: NodeJS.ErrnoException, socket: Socket): void {
  if (error.code === 'ECONNRESET' || !socket.writable) return void socket.destroy();
  const [status, title] =
    error.code === 'HPE_HEADER_OVERFLOW'
      ? ([431, 'Headers too long'] as const)
      : ([400, 'Not understood'] as const);
  const text = JSON.stringify(problem(status, title, 'This is no request that can be understood.'));
  socket.end(
    `HTTP/1.1 ${status} ${title}\r\ncontent-type: application/problem+json\r\ncontent-length: ${Buffer.byteLength(text)}\r\nconnection: close\r\n\r\n${text}`,
  );
}

let stopping = false;
function stop(): void {
  if (stopping) return;
  stopping = true;
  let open = servers.length;
  for (const server of servers) server.close(() => --open === 0 && process.exit(0));
  endStreams();
  for (const server of servers) server.closeIdleConnections();
  setTimeout(() => process.exit(0), 5000).unref();
}
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
// Without its parent nobody would ever stop it.
process.on('disconnect', stop);

/** Listens, or ends with what is in the way. */
const listen = (server: Server, port: number): Promise<void> =>
  new Promise((done) => {
    server.on('error', (error: NodeJS.ErrnoException) => {
      // eslint-disable-next-line no-console -- this process's words are its launcher's
      console.error(
        error.code === 'EADDRINUSE'
          ? `Port ${port} is taken. Choose another with ${server === httpsServer ? '--https-port' : '--port'} N.`
          : `Cannot serve: ${error.message}`,
      );
      process.exit(1);
    });
    server.listen(port, host, done);
  });
await listen(httpServer, Number(process.env['PORT'] ?? 4321));
if (httpsServer && httpsPort !== null) await listen(httpsServer, httpsPort);
process.send?.('ready');
