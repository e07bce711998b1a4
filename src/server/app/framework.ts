import type { IncomingMessage, ServerResponse } from 'node:http';
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import compression from 'compression';
import send from 'send';
import { isApi, pathOf } from './request-path.ts';

/** What Astro's Node adapter makes in its middleware mode. Without a page for the address it calls `next`. */
type Handler = (
  request: IncomingMessage,
  response: ServerResponse,
  next: (() => void) | undefined,
  locals: Partial<App.Locals>,
) => Promise<void>;

/** The build's own entry: it is made beside this file, and not before it. */
const entry = resolve('dist/server/entry.mjs');
const { handler } = (await import(/* @vite-ignore */ pathToFileURL(entry).href)) as { handler: Handler };

const files = resolve('dist/client');
/** Names of these bear a hash of what is in them. */
const hashed = /^\/_astro\//;
const compress = compression();
/** Its types are those of a framework that is not here; it needs no more than Node's own. */
type Compressed = Parameters<typeof compress>;

/** Answers with a file of the build, else with a page or an endpoint; compressed where the sender takes it. */
export function answerByFramework(
  request: IncomingMessage,
  response: ServerResponse,
  locals: Partial<App.Locals>,
): void {
  const path = pathOf(request.url ?? '');
  const page = () =>
    void handler(request, response, () => void noSuchPage(request, response, locals), locals);
  compress(request as Compressed[0], response as Compressed[1], () => {
    if (path === '/' || isApi(path)) return page();
    send(request, path, { root: files, index: false, dotfiles: 'deny', redirect: false } as send.SendOptions)
      .on('error', page)
      .on('directory', page)
      .on('headers', (answer: ServerResponse) => {
        if (hashed.test(path)) answer.setHeader('cache-control', 'public, max-age=31536000, immutable');
      })
      .pipe(response);
  });
}

/** The page that says so, with its status 404; by way of the framework, since it shows who is signed in. */
function noSuchPage(
  request: IncomingMessage,
  response: ServerResponse,
  locals: Partial<App.Locals>,
): Promise<void> {
  request.url = '/404';
  return handler(request, response, undefined, locals);
}
