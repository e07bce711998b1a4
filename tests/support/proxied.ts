import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { Agent, request } from 'node:https';
import { join, resolve } from 'node:path';
import { startServer, type Served } from '../../scripts/child.ts';
import { freePort } from '../../scripts/cluster.ts';
import { certify } from '../../ops/https/certificate.ts';
import { Keeper } from '../../scripts/keep-running.ts';
import type { Shown } from './people.ts';

/** Two copies of the app on one database, behind the proxy that service/haproxy.cfg sets up. */
export interface Proxied {
  http: string;
  https: string;
  ca: Buffer;
  /** As they run now: one that was killed is started again. */
  copies: Served[];
  stop: () => Promise<void>;
}

/** `folder`: where the certificate is made. `url`: the database, of one server or several. */
export async function startProxied(folder: string, url: string): Promise<Proxied> {
  const [http, https, ...ports] = await fourPorts();
  certify(folder, { name: 'shop', addresses: [] }, new Date());
  const copies: Served[] = [];
  const keepers = ports.map((port, index) => {
    const keeper: Keeper = new Keeper(`Copy ${index + 1}`, () =>
      serve(index, port, (why) => keeper.died(why)),
    );
    return keeper;
  });
  async function serve(index: number, port: number, onExit: (why: string) => void): Promise<void> {
    copies[index] = await startServer({
      ...{ url, port, onExit },
      env: { VIVID_LOG: 'silent', VIVID_PROXY: `${http},${https}`, VIVID_HTTPS: resolve(folder) },
    });
  }
  await Promise.all(ports.map((port, index) => serve(index, port, (why) => keepers[index]!.died(why))));
  const proxy = spawn('haproxy', ['-db', '-q', '-f', 'service/haproxy.cfg'], {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: {
      PATH: `${process.env['PATH']}:/usr/sbin`,
      VIVID_HTTP: `127.0.0.1:${http}`,
      VIVID_HTTPS: `127.0.0.1:${https}`,
      VIVID_CERT: join(resolve(folder), 'server.crt'),
      VIVID_COPY_A: `127.0.0.1:${ports[0]}`,
      VIVID_COPY_B: `127.0.0.1:${ports[1]}`,
    },
  });
  const proxied = {
    http: `http://127.0.0.1:${http}`,
    https: `https://127.0.0.1:${https}`,
    ca: readFileSync(join(folder, 'authority.crt')),
    copies,
    stop: async () => {
      keepers.forEach((keeper) => keeper.stop());
      await ended(proxy);
      await Promise.all(copies.map((copy) => copy.stop()));
    },
  };
  while ((await secureAsk(proxied, {}, 'GET', '/api/health/ready').catch(() => null))?.status !== 200)
    await new Promise((done) => setTimeout(done, 100));
  return proxied;
}

async function fourPorts(): Promise<[number, number, number, number]> {
  const ports = new Set<number>();
  while (ports.size < 4) ports.add(await freePort());
  return [...ports] as [number, number, number, number];
}

function ended(child: ChildProcess): Promise<void> {
  return new Promise((done) => {
    child.once('exit', () => done());
    child.kill('SIGTERM');
  });
}

export interface SecureAnswer {
  status: number;
  text: string;
}
const agent = new Agent({ keepAlive: true });

/** Asks through the proxy, over https by the shop's own authority. Rejects where the line breaks or nothing comes for 5 s. */
export function secureAsk(
  { https, ca }: Pick<Proxied, 'https' | 'ca'>,
  shown: Shown,
  method: string,
  path: string,
  message?: unknown,
): Promise<SecureAnswer> {
  return new Promise((done, fail) => {
    const asked = request(
      https + path,
      {
        ...{ method, ca, agent, timeout: 5000, servername: 'localhost' },
        headers: { ...shown, ...(message !== undefined && { 'content-type': 'application/json' }) },
      },
      (response) => {
        let text = '';
        response.setEncoding('utf8');
        response.on('data', (part: string) => (text += part));
        response.on('end', () => done({ status: response.statusCode!, text }));
        response.on('error', fail);
      },
    );
    asked.on('timeout', () => asked.destroy(new Error('nothing came')));
    asked.on('error', fail);
    asked.end(message === undefined ? undefined : JSON.stringify(message));
  });
}

/** Follows a live line through the proxy as a browser does: broken or refused, it asks again from where it was. */
export function followLine(
  { https, ca }: Pick<Proxied, 'https' | 'ca'>,
  shown: Shown,
  path: string,
): { ids: string[]; opened: () => number; stop: () => void } {
  const ids: string[] = [];
  let [opened, last, stopped] = [0, '', false];
  let asked: ReturnType<typeof request> | undefined;
  function open(): void {
    let over = false;
    const again = () => {
      if (!over && !stopped) setTimeout(open, 200);
      over = true;
    };
    const headers = { ...shown, accept: 'text/event-stream', ...(last && { 'last-event-id': last }) };
    asked = request(https + path, { ca, headers, agent: false }, (response) => {
      if (response.statusCode === 200) opened++;
      let text = '';
      response.setEncoding('utf8');
      response.on('data', (part: string) => {
        const messages = (text += part).split('\n\n');
        text = messages.pop()!;
        for (const message of messages) {
          last = /^id: ?(.*)$/m.exec(message)?.[1] ?? last;
          const data = /^event: ?entry$/m.test(message) && /^data: ?(.*)$/m.exec(message)?.[1];
          if (data) ids.push((JSON.parse(data) as { id: string }).id);
        }
      });
      response.on('close', again);
    });
    asked.on('error', again);
    asked.end();
  }
  open();
  return {
    ...{ ids, opened: () => opened },
    stop: () => {
      stopped = true;
      asked?.destroy();
    },
  };
}
