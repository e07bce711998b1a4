import type { IncomingMessage, ServerResponse } from 'node:http';
import { feedTaken } from '../../schemas/feed.ts';
import { readFeed } from '../feed/lines.ts';
import { receiveEntries } from '../ledger/receive.ts';
import { log } from '../log.ts';
import { machineMustExist } from '../machines.ts';
import { maxBodyBytes, parseJson, tooLong } from './body.ts';
import { checker } from './check.ts';
import { problemFrom, ProblemError } from './problem.ts';

const checkTaken = process.env['VIVID_CHECK_ANSWERS'] ? checker(feedTaken) : undefined;

/**
 * POST /api/ledger and POST …/feed without the page framework around them: every touch at every machine and every line
 * of its feed come this way, and the framework's request objects cost more than the entry itself (docs/benchmarks.md).
 * scripts/serve.mjs calls them. Checks, answers and problems are those of every other endpoint.
 */
export function postLedger(request: IncomingMessage, response: ServerResponse): Promise<void> {
  return answering(request, response, async () => {
    const message = parseJson(request.headers['content-type'] ?? '', await readBody(request));
    return receiveEntries(message);
  });
}

/** POST /api/machines/{id}/feed: NDJSON, one event a line, at once or as a stream that stays open. */
export function postFeed(
  request: IncomingMessage,
  response: ServerResponse,
  machineId: string,
): Promise<void> {
  return answering(request, response, async () => {
    const id = machineId.toLowerCase();
    await machineMustExist(id);
    const taken = await readFeed(id, request, request.headers['content-type'] ?? '');
    checkTaken?.(taken, 'answer');
    return taken;
  });
}

async function answering(
  request: IncomingMessage,
  response: ServerResponse,
  work: () => Promise<unknown>,
): Promise<void> {
  try {
    answer(response, 201, 'application/json', await work());
  } catch (error) {
    // Cut off by the sender: nobody is left to be answered.
    if (request.destroyed && !request.complete) return;
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
