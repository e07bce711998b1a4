import { log } from './log.ts';
import { isUnreachable } from './problem.ts';

/** While the database is away every request fails alike: one line says so this often, ms, and how many there were. */
const everyMs = 10_000;
let saidAt = -Infinity;
let since = 0;

/** Logs why a request failed through no fault of its own. */
export function logFailure(error: unknown, path: string): void {
  if (!isUnreachable(error)) return log().error({ err: error, path }, 'request failed');
  since++;
  const now = performance.now();
  if (now - saidAt < everyMs) return;
  const { code, message } = error as { code?: string; message?: string };
  log().error({ code, message, path, requests: since }, 'the database does not answer');
  saidAt = now;
  since = 0;
}
