import type { IncomingMessage, ServerResponse } from 'node:http';
import { receiveEntries } from '../ledger/receive.ts';
import { log } from '../log.ts';
import { maxBodyBytes, parseJson, tooLong } from './body.ts';
import { problemFrom, ProblemError } from './problem.ts';

/**
 * POST /api/ledger without the page framework around it: every touch at every machine comes this way, and the
 * framework's request objects cost more than the entry itself (docs/benchmarks.md). scripts/serve.mjs calls it.
 * Checks, answers and problems are those of every other endpoint.
 */
export async function postLedger(request: IncomingMessage, response: ServerResponse): Promise<void> {
  try {
    const message = parseJson(request.headers['content-type'] ?? '', await readBody(request));
    answer(response, 201, 'application/json', await receiveEntries(message));
  } catch (error) {
    const problem = problemFrom(error);
    if (problem.status >= 500) log().error({ err: error, path: request.url }, 'request failed');
    // What is left of a body that was refused unread must not be taken for the next request.
    if (!request.complete) response.setHeader('connection', 'close');
    answer(response, problem.status, 'application/problem+json', problem);
  }
}

function answer(response: ServerResponse, status: number, type: string, message: unknown): void {
  const text = JSON.stringify(message);
  response.writeHead(status, {
    'content-type': type,
    'cache-control': 'no-store',
    'content-length': Buffer.byteLength(text),
  });
  response.end(text);
}

/** The body as text, stopped as soon as it is too long, whatever the sender said of its length. */
function readBody(request: IncomingMessage): Promise<string> {
  return new Promise((resolve, reject) => {
    const parts: Buffer[] = [];
    let bytes = 0;
    if (Number(request.headers['content-length'] ?? 0) > maxBodyBytes) return reject(tooLong());
    request.on('data', (part: Buffer) => {
      bytes += part.length;
      if (bytes > maxBodyBytes) {
        request.pause();
        reject(tooLong());
      } else parts.push(part);
    });
    request.on('end', () => resolve(Buffer.concat(parts).toString('utf8')));
    request.on('error', () =>
      reject(new ProblemError(400, 'Cut off', 'The message was cut off on its way. Send it again.')),
    );
  });
}
