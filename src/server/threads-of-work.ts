import { resolve } from 'node:path';
import { Worker } from 'node:worker_threads';
import { ProblemError } from './http/problem.ts';

/** Two heavy tasks at once are what two cores bear; the next ones wait for their turn. */
const mostAtOnce = 2;
let running = 0;
const waiting: (() => void)[] = [];

/**
 * Does one heavy task in a thread of its own (`entry`: a file that the build puts into dist/server, see
 * astro.config.ts); the thread ends when the sender goes away.
 */
export async function inThread<Result>(entry: string, task: unknown, signal: AbortSignal): Promise<Result> {
  if (running >= mostAtOnce) await new Promise<void>((turn) => waiting.push(turn));
  running++;
  try {
    return await runThread(entry, task, signal);
  } finally {
    running--;
    waiting.shift()?.();
  }
}

function runThread<Result>(entry: string, task: unknown, signal: AbortSignal): Promise<Result> {
  return new Promise((done, fail) => {
    const thread = new Worker(resolve('dist/server', entry), { workerData: task });
    const stop = () => void thread.terminate();
    signal.addEventListener('abort', stop);
    thread.once('message', done);
    thread.once('error', fail);
    thread.once('exit', () => {
      signal.removeEventListener('abort', stop);
      fail(new ProblemError(400, 'Given up', 'The work was given up before it was done.'));
    });
  });
}
