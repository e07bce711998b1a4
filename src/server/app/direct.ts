import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Right } from '../../core/people/rights.ts';
import type { AnyShape } from '../../core/shape/data-of.ts';
import { entriesStored } from '../../schemas/ledger/entry.ts';
import { feedTaken } from '../../schemas/ledger/feed.ts';
import { readFeed } from '../feed/lines.ts';
import { receiveEntries } from '../ledger/writing/receive.ts';
import { logFailure } from '../base/failures.ts';
import { requestSeconds } from '../base/metrics.ts';
import { machineMustExist } from '../stores/machines.ts';
import {
  bodyWithinMs,
  cutOff,
  maxBodyBytes,
  mustBeJson,
  parseText,
  textOf,
  tooLong,
  tooSlow,
} from '../http/body.ts';
import { authenticate, requireRight, requireMachineScope } from '../people/principals.ts';
import type { RequestOrigin, Credentials } from '../people/credentials.ts';
import { whileAllowed } from '../http/while-allowed.ts';
import { noteActivity } from '../people/activity.ts';
import { mustTake, paced } from '../http/rate.ts';
import { idOf } from '../http/path-id.ts';
import { validator } from '../http/validate.ts';
import { problemFrom, problemHeaders, type ProblemError } from '../base/problem.ts';

/** A message costs as much as one of so many bytes, however short it is. */
const leastBytes = 400;

/** Headers that every answer bears. */
type Headers = Readonly<Record<string, string>>;

/** What a direct endpoint is given of its request. */
interface Asked {
  request: IncomingMessage;
  from: RequestOrigin;
  /** What stands in its address for the machine's id, or "". */
  id: string;
}

/** One endpoint that is answered without the page framework. */
interface DirectRoute {
  /** As the framework would write it. */
  pattern: string;
  /** The address; its first group is what {@link Asked} calls `id`. */
  path: RegExp;
  /** The same that an endpoint's file exports. */
  contract: { right: Right; answer: AnyShape; body?: AnyShape };
  /** Whether the request may stay open, as a stream. */
  isStream?: true;
  work: (asked: Asked) => Promise<unknown>;
}

/**
 * The two endpoints without the page framework around them: every touch at every machine and every line of its feed come this way, and the
 * framework's request objects cost more than the entry itself (docs/benchmarks.md). Both are POST. Checks, answers and problems are those of every other endpoint.
 */
export const directRoutes: readonly DirectRoute[] = [
  {
    pattern: '/api/ledger',
    path: /^\/api\/ledger\/?$/,
    contract: { right: 'logUnnamed', body: {}, answer: entriesStored },
    work: async ({ request, from }) => {
      const asker = await whoAsks(request, from);
      requireRight(asker, 'logUnnamed');
      mustBeJson(request.headers['content-type'] ?? '');
      const text = await readBody(request);
      mustTake(asker, from.address, 'log', Math.max(leastBytes, Buffer.byteLength(text)));
      void noteActivity(asker);
      return receiveEntries(parseText(text), asker);
    },
  },
  {
    // NDJSON, one event a line, at once or as a stream that stays open.
    pattern: '/api/machines/[id]/feed',
    path: /^\/api\/machines\/([^/]+)\/feed\/?$/,
    contract: { right: 'feed', answer: feedTaken },
    isStream: true,
    work: async ({ request, from, id: sentId }) => {
      const id = idOf(sentId);
      const asker = await whoAsks(request, from);
      requireRight(asker, 'feed');
      requireMachineScope(asker, id);
      await machineMustExist(id);
      const lines = whileAllowed(linesOf(request), {
        ...{ shown: shownOf(request), from, right: 'feed', machineId: id },
      });
      return readFeed(id, paced(lines, asker, from.address, 'feed'), request.headers['content-type'] ?? '');
    },
  },
];

/** As `endpoint()` does: in the tests every answer is held against its contract. */
const checks = process.env['VIVID_CHECK_ANSWERS']
  ? new Map(directRoutes.map(({ pattern, contract }) => [pattern, validator(contract.answer)]))
  : undefined;

/** A request that is answered here, ready to be. */
export interface DirectRequest {
  isStream: boolean;
  /** `headers`: what every answer bears. Resolves when it is answered; never rejects. */
  answer: (response: ServerResponse, headers: Headers, from: RequestOrigin) => Promise<void>;
}

/** Which direct endpoint a request is for; null: the framework's. `path`: of its target, found canonical. */
export function directRequest(request: IncomingMessage, path: string): DirectRequest | null {
  if (request.method !== 'POST') return null;
  for (const { pattern, path: address, isStream = false, work } of directRoutes) {
    const found = address.exec(path);
    if (!found) continue;
    const id = found[1] ?? '';
    return {
      isStream,
      answer: (response, headers, from) =>
        answering(request, response, headers, pattern, () => work({ request, from, id })),
    };
  }
  return null;
}

const shownOf = ({ headers }: IncomingMessage): Credentials => ({
  cookie: headers.cookie ?? null,
  authorization: headers.authorization ?? null,
});

const whoAsks = (request: IncomingMessage, from: RequestOrigin) => authenticate(shownOf(request), from);

/** The body as it arrives; what ends the reading leaves the connection open for the answer. */
const linesOf = (request: IncomingMessage) =>
  request.iterator({ destroyOnReturn: false }) as AsyncIterable<Uint8Array>;

async function answering(
  request: IncomingMessage,
  response: ServerResponse,
  headers: Headers,
  route: string,
  work: () => Promise<unknown>,
): Promise<void> {
  const took = requestSeconds.startTimer({ route, method: 'POST' });
  response.on('close', () => took({ status: response.statusCode }));
  try {
    const done = { ...headers, 'content-type': 'application/json', 'cache-control': 'no-store' };
    const message = await work();
    checks?.get(route)?.(message, 'answer');
    answer(response, 201, done, message);
  } catch (error) {
    // Cut off by the sender: nobody is left to be answered.
    if (response.destroyed || (request.destroyed && !request.complete)) return;
    const problem = problemFrom(error);
    if (problem.status >= 500) logFailure(error, request.url ?? '');
    // What is left of a body that was refused unread must not be taken for the next request.
    if (!request.complete) response.setHeader('connection', 'close');
    answer(response, problem.status, { ...headers, ...problemHeaders(problem) }, problem);
  }
}

function answer(response: ServerResponse, status: number, headers: Headers, message: unknown): void {
  const text = JSON.stringify(message);
  response.writeHead(status, { ...headers, 'content-length': Buffer.byteLength(text) });
  response.end(text);
}

/** The body as text, stopped as soon as it is too long, whatever the sender said of its length, or late. */
function readBody(request: IncomingMessage): Promise<string> {
  return new Promise((resolve, reject) => {
    const parts: Buffer[] = [];
    let bytes = 0;
    const late = setTimeout(() => stop(tooSlow()), bodyWithinMs);
    const stop = (problem: ProblemError) => {
      clearTimeout(late);
      request.pause();
      reject(problem);
    };
    if (Number(request.headers['content-length'] ?? 0) > maxBodyBytes) return stop(tooLong());
    request.on('data', (part: Buffer) => {
      bytes += part.length;
      if (bytes > maxBodyBytes) stop(tooLong());
      else parts.push(part);
    });
    request.on('end', () => {
      clearTimeout(late);
      try {
        resolve(textOf(Buffer.concat(parts)));
      } catch (error) {
        reject(error as Error);
      }
    });
    request.on('error', () => stop(cutOff()));
    request.on('close', () => request.complete || stop(cutOff()));
  });
}
