import type { APIContext } from 'astro';
import { fork, type ChildProcess, type Serializable } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { setPriority } from 'node:os';
import { resolve } from 'node:path';
import { Worker } from 'node:worker_threads';
import { log } from '../base/log.ts';
import { ProblemError, tooMany } from '../base/problem.ts';

/** Two heavy tasks at once are what two cores bear; a few wait for their turn, and more are asked to come again. */
const mostAtOnce = 2;
const mostWaiting = 8;

/** Whom a task is done for. */
export interface HeavyFor {
  /** Aborted when its sender goes away. */
  signal: AbortSignal;
  /** One task of a device runs and one waits; null: not counted (the computer itself). */
  device: string | null;
}
interface Task extends HeavyFor {
  begin: () => void;
}
const running = new Set<Task>();
const waiting: Task[] = [];

/** Who asks an endpoint. */
export const heavyFor = ({ request, locals: { asker, from } }: APIContext): HeavyFor => ({
  signal: request.signal,
  device: asker.asked ? (asker.device?.id ?? from.address) : null,
});

const givenUp = () => new ProblemError(400, 'Cancelled', 'The work was cancelled before it was done.');

/** Throws a 429 problem when as many wait as may, of all or of this device. Asked before a large body is read. */
export function checkRoom({ device }: HeavyFor): void {
  if (device !== null && waiting.some((task) => task.device === device))
    throw tooMany('Two pictures or plans of this device are being worked on. Wait until one is done.');
  if (waiting.length >= mostWaiting)
    throw tooMany('The server is busy with other pictures and plans. Try again in a few seconds.');
}

/** Begins what waits longest and may run: no device has two of its tasks running. */
function beginNext(): void {
  while (running.size < mostAtOnce) {
    const busy = new Set([...running].map((task) => task.device));
    const at = waiting.findIndex(({ device }) => device === null || !busy.has(device));
    if (at < 0) return;
    const [task] = waiting.splice(at, 1);
    running.add(task!);
    task!.begin();
  }
}

/** Does one heavy task when its turn has come; not at all when its sender has gone by then. */
async function inTurn<Result>(whom: HeavyFor, work: () => Promise<Result>): Promise<Result> {
  checkRoom(whom);
  const { signal } = whom;
  let task!: Task;
  await new Promise<void>((begin, fail) => {
    const leave = () => {
      waiting.splice(waiting.indexOf(task), 1);
      fail(givenUp());
    };
    task = {
      ...whom,
      begin: () => {
        signal.removeEventListener('abort', leave);
        begin();
      },
    };
    if (signal.aborted) return fail(givenUp());
    signal.addEventListener('abort', leave);
    waiting.push(task);
    beginNext();
  });
  try {
    return await work();
  } finally {
    running.delete(task);
    beginNext();
  }
}

/**
 * Does one heavy task in a thread of its own (`entry`: a file that the build puts into dist/server, see
 * astro.config.ts); the thread ends when the sender goes away, and at the latest after `withinMs`.
 */
export function inThread<Result>(
  entry: string,
  task: unknown,
  whom: HeavyFor,
  withinMs: number,
): Promise<Result> {
  const { signal } = whom;
  return inTurn(
    whom,
    () =>
      new Promise((done, fail) => {
        const thread = new Worker(resolve('dist/server', entry), {
          workerData: task,
          resourceLimits: { maxOldGenerationSizeMb: 1024 },
        });
        const stop = () => void thread.terminate();
        const late = setTimeout(() => {
          fail(new ProblemError(422, 'Too much', 'This takes longer than it may. Ask for less at once.'));
          stop();
        }, withinMs);
        signal.addEventListener('abort', stop);
        thread.once('message', done);
        thread.once('error', fail);
        thread.once('exit', () => {
          clearTimeout(late);
          signal.removeEventListener('abort', stop);
          fail(givenUp());
        });
      }),
  );
}

/** What a process may use, whatever the file in it asks for. */
export interface ProcessLimits {
  withinMs: number;
  mostBytes: number;
}
const lookEveryMs = 25;
const children = new Set<ChildProcess>();
process.on('exit', () => children.forEach((child) => child.kill('SIGKILL')));

/**
 * Does one heavy task in a process of its own: native code (a drawing library at an endless drawing, say) can be ended in no
 * other way. It is killed when its sender has gone, or when it goes beyond its limits; throws a 422 problem with `beyond`
 * then.
 */
export function inProcess<Result>(
  entry: string,
  task: unknown,
  whom: HeavyFor,
  { withinMs, mostBytes }: ProcessLimits,
  beyond: string,
): Promise<Result> {
  const { signal } = whom;
  return inTurn(
    whom,
    () =>
      new Promise((done, fail) => {
        const child = fork(resolve('dist/server', entry), {
          serialization: 'advanced',
          stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
          execArgv: [`--max-old-space-size=${Math.round(mostBytes / 1_000_000)}`],
          env: { NODE_ENV: 'production', PATH: process.env['PATH'] },
        });
        children.add(child);
        // Touches come first: it gets what they leave of the two cores.
        if (child.pid !== undefined) setPriority(child.pid, 10);
        let why: ProblemError | undefined;
        const kill = (problem: ProblemError) => {
          why ??= problem;
          child.kill('SIGKILL');
        };
        const tooMuch = () =>
          kill(new ProblemError(422, 'Not accepted', beyond, undefined, 'urn:vivid-eye:PictureTooMuch'));
        const late = setTimeout(tooMuch, withinMs);
        const look = setInterval(() => residentBytes(child.pid!) > mostBytes && tooMuch(), lookEveryMs);
        const leave = () => kill(givenUp());
        signal.addEventListener('abort', leave);
        child.once('message', (message) => {
          done(message as Result);
          child.kill('SIGKILL');
        });
        child.once('error', (error) => {
          log().error({ err: error, entry }, 'process could not be started');
          fail(error);
        });
        child.once('exit', () => {
          children.delete(child);
          clearTimeout(late);
          clearInterval(look);
          signal.removeEventListener('abort', leave);
          // It died by itself: out of memory, or by a fault of the library at a damaged file.
          fail(
            why ?? new ProblemError(422, 'Not accepted', beyond, undefined, 'urn:vivid-eye:PictureTooMuch'),
          );
        });
        child.send(task as Serializable, (error) => error && !why && kill(givenUp()));
      }),
  );
}

/** Memory that a process holds now; 0 where the system does not tell. */
function residentBytes(pid: number): number {
  try {
    return Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) * 4096;
  } catch {
    return 0;
  }
}
