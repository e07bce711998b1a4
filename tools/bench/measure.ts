import { readFileSync } from 'node:fs';
import { quantile as quantileOf } from 'simple-statistics';
import { Agent, request } from 'node:http';

/** The value below which share `q` of the sample lies, between its neighbours; NaN of an empty one. */
export const quantile = (sample: readonly number[], q: number): number =>
  sample.length === 0 ? NaN : quantileOf([...sample], q);
export const median = (sample: readonly number[]): number => quantile(sample, 0.5);

export interface Timing {
  perSecond: number;
  p50: number;
  p95: number;
  p99: number;
}

/** `clients` workers do `count` pieces of work between them, each waiting for its last. Times in ms. */
export async function race(
  clients: number,
  count: number,
  work: (index: number, client: number) => Promise<void>,
): Promise<Timing> {
  const times: number[] = [];
  let next = 0;
  const began = performance.now();
  await Promise.all(
    Array.from({ length: clients }, async (_, client) => {
      for (let index = next++; index < count; index = next++) {
        const start = performance.now();
        await work(index, client);
        times.push(performance.now() - start);
      }
    }),
  );
  const seconds = (performance.now() - began) / 1000;
  return {
    perSecond: count / seconds,
    p50: quantile(times, 0.5),
    p95: quantile(times, 0.95),
    p99: quantile(times, 0.99),
  };
}

const agent = new Agent({ keepAlive: true, maxSockets: 64 });

/** One request over a kept-alive connection; throws for anything but 2xx. Returns the body's length. */
export function call(base: string, method: 'GET' | 'POST', path: string, message?: unknown): Promise<number> {
  return new Promise((done, fail) => {
    const body = message === undefined ? undefined : JSON.stringify(message);
    const headers =
      body === undefined
        ? {}
        : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) };
    const sent = request(base + path, { method, agent, headers }, (answer) => {
      let length = 0;
      answer.on('data', (part: Buffer) => (length += part.length));
      answer.on('end', () =>
        (answer.statusCode ?? 500) < 300 ? done(length) : fail(new Error(`${path}: ${answer.statusCode}`)),
      );
    });
    sent.on('error', fail);
    sent.end(body);
  });
}

/** What a process holds in memory, MB; throws where it is gone. Linux alone. */
export function residentMb(pid: number | string): number {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024;
}
