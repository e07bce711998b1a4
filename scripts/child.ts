import { fork, type ChildProcess } from 'node:child_process';
import { resolve } from 'node:path';

/** A running server process. */
export interface Served {
  address: string;
  process: ChildProcess;
  /** Asks it to finish its requests and waits until it has gone. */
  stop: () => Promise<void>;
}

interface ServeOptions {
  url: string;
  port: number;
  host?: string;
  env?: NodeJS.ProcessEnv;
  /** Serves the network over https too: its port, and the folder of its certificate. */
  https?: { port: number; folder: string };
  /** Whom it runs as; left out: as this process. */
  user?: { uid: number; gid: number } | undefined;
  /** Told why, when it has gone by itself. */
  onExit?: (why: string) => void;
}

/** How a browser on this computer reaches what listens on `host`. */
function addressOf(host: string): string {
  if (host === '0.0.0.0' || host === '::') return '127.0.0.1';
  return host.includes(':') ? `[${host}]` : host;
}

/** Starts the built app in a process of its own and waits until it answers. */
export async function startServer({
  url,
  port,
  host = '127.0.0.1',
  env = {},
  https,
  user,
  onExit,
}: ServeOptions): Promise<Served> {
  const child = fork(resolve('dist/server/serve.mjs'), {
    // Ctrl-C goes to the terminal's whole group: detached, the server is stopped by us, in order.
    detached: true,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    ...user,
    env: {
      ...process.env,
      ...env,
      NODE_ENV: 'production',
      DATABASE_URL: url,
      PORT: String(port),
      HOST: host,
      ...(https && { VIVID_HTTPS: resolve(https.folder), VIVID_HTTPS_PORT: String(https.port) }),
    },
  });
  const gone = new Promise<void>((done) => child.once('exit', () => done()));
  await new Promise<void>((ready, fail) => {
    child.once('message', () => ready());
    child.once('exit', () => fail(new Error('The server did not start; its words are above.')));
  });
  let asked = false;
  if (onExit)
    child.once('exit', (code, signal) => {
      if (!asked) onExit(signal ?? `code ${code}`);
    });
  return {
    address: `http://${addressOf(host)}:${port}`,
    process: child,
    stop: async () => {
      asked = true;
      child.kill('SIGTERM');
      await gone;
    },
  };
}
