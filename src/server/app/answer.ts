import type { IncomingMessage, ServerResponse } from 'node:http';
import { problemFrom, problemHeaders, tooMany, type Problem } from '../base/problem.ts';
import type { RequestOrigin } from '../people/credentials.ts';
import { ConnectionLimiter } from './connection-limiter.ts';
import { directRequest } from './direct.ts';
import { answerByFramework } from './framework.ts';
import { problem, requestGuard } from './guard.ts';
import { dataHeaders, allowStyleAttributes, headers } from './headers.ts';
import { room, watchStream } from './live-streams.ts';
import { fromOf, isOwnComputer, plainHttp, sayTrusted, securePort, trustedAddress } from './network.ts';
import { isApi, pathOf } from './request-path.ts';

const liveAddress = /^\/api\/(machines\/[^/]+|board)\/live\/?$/;

/**
 * A request must have come whole after this, ms; endpoints answer a little sooner that it is late. A feed and an import
 * may stay open: they watch by themselves.
 */
const wholeRequestMs = 35_000;
const lingerMs = 5_000;

/** Streams that one address holds: feeds and live pages. */
const streams = new ConnectionLimiter(200);

/** Whose streams these are: of what a proxy on this computer passes on, each sender's own. */
const streamsOf = ({ socket }: IncomingMessage, from: RequestOrigin): string =>
  process.env['VIVID_PROXY'] && isOwnComputer(socket.remoteAddress)
    ? from.address
    : (socket.remoteAddress ?? '');

/** How requests are answered, over https (`secure`) and over http (`plain`). `listensOn`: the host. */
export function requestListeners(listensOn: string) {
  const refuse = requestGuard(listensOn);

  /** Whether the request may be looked at any further; false: it has its answer. */
  function isLetIn(request: IncomingMessage, response: ServerResponse, from: RequestOrigin): boolean {
    if (request.method === 'GET' && request.url === trustedAddress && from.isHttps) {
      sayTrusted(response);
      return false;
    }
    const refused = refuse(request);
    if (refused) answerProblem(request, response, refused);
    return refused === null;
  }

  return {
    /** Over https: all of it. */
    secure(request: IncomingMessage, response: ServerResponse): void {
      const from = fromOf(request);
      if (isLetIn(request, response, from)) answer(request, response, from);
    },
    /** Over http: from the network only what helps a tablet to trust the https. */
    plain(request: IncomingMessage, response: ServerResponse): void {
      const from = fromOf(request);
      if (!isLetIn(request, response, from)) return;
      const instead = plainHttp(request);
      if (!instead) return answer(request, response, from);
      if (instead === 'refuse' || isApi(pathOf(request.url ?? '')))
        return answerProblem(
          request,
          response,
          problem(403, 'Only over https', `From the network this goes over https, on port ${securePort}.`),
        );
      response.writeHead(307, { location: instead, 'cache-control': 'no-store' });
      response.end();
    },
  };
}

function answer(request: IncomingMessage, response: ServerResponse, from: RequestOrigin): void {
  const path = pathOf(request.url ?? '');
  const direct = directRequest(request, path);
  const isLive = liveAddress.test(path);
  if (direct?.isStream || isLive) {
    const leave = streams.enter(streamsOf(request, from));
    if (!leave)
      return answerProblem(
        request,
        response,
        problemFrom(tooMany('This device holds too many streams open. Close pages that are not looked at.')),
      );
    response.on('close', leave);
  }
  if (direct) return void direct.answer(response, dataHeaders, from);
  for (const [name, value] of Object.entries(headers)) response.setHeader(name, value);
  limitTime(request, response, path);
  if (isLive) watchStream(response);
  allowStyleAttributes(response);
  // The framework writes without waiting for the reader: whoever makes a long answer asks first whether there is room.
  answerByFramework(request, response, { room: () => room(response), from });
}

function limitTime(request: IncomingMessage, response: ServerResponse, path: string): void {
  const isImport = request.method === 'POST' && path.startsWith('/api/everything');
  if (!isImport) {
    const late = setTimeout(() => request.complete || request.destroy(), wholeRequestMs);
    response.on('close', () => clearTimeout(late));
  }
  // Answered before all of it had come: what is left may still come for a while, so that the sender gets to read the answer.
  response.on('finish', () => {
    if (!request.complete) setTimeout(() => request.complete || request.destroy(), lingerMs).unref();
  });
}

function answerProblem(request: IncomingMessage, response: ServerResponse, told: Problem): void {
  response.writeHead(told.status, {
    ...headers,
    ...problemHeaders(told),
    // What is left of a body that was refused unread must not be taken for the next request.
    ...(!request.complete && { connection: 'close' }),
  });
  response.end(request.method === 'HEAD' ? undefined : JSON.stringify(told));
}
