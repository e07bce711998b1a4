/*
 * The service worker: pages that are needed at the machine open without a network. Built by scripts/offline.ts, which
 * writes the list of the build's files into it. What is written at the machine waits in the page's own queue
 * (parts/live/outbox/outbox.ts), not here.
 */

/** Of the web worker types only what is used here: the page's own types cannot stand beside them in one project. */
interface Waiting extends Event {
  waitUntil(promise: Promise<unknown>): void;
}
interface Fetching extends Event {
  readonly request: Request;
  respondWith(answer: Promise<Response>): void;
}
interface WorkerScope {
  skipWaiting(): Promise<void>;
  clients: { claim(): Promise<void> };
  addEventListener(kind: 'install' | 'activate', listener: (event: Waiting) => void): void;
  addEventListener(kind: 'fetch', listener: (event: Fetching) => void): void;
  addEventListener(kind: 'message', listener: (event: MessageEvent & Waiting) => void): void;
}

/** What `self` is here: the types at hand are those of a page. */
const asWorker = (self: unknown) => self as WorkerScope;
const scope = asWorker(self);
const filesCache = `files ${buildVersion}`;
/** Pages name the build's files: they go with it. */
const pagesCache = `pages ${buildVersion}`;
const answersCache = 'answers';
/** A network that is there but dead must not hold up an operator. */
const patienceMs = 4000;
/** What was kept so lately is not asked for again only to be kept. */
const freshMs = 600_000;

scope.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(filesCache)
      .then((cache) => cache.addAll(buildFiles.map((file) => `/${file}`)))
      .then(() => scope.skipWaiting()),
  );
});

scope.addEventListener('activate', (event) => {
  const current = [filesCache, pagesCache, answersCache];
  event.waitUntil(
    caches
      .keys()
      .then((names) =>
        Promise.all(names.filter((name) => !current.includes(name)).map((name) => caches.delete(name))),
      )
      .then(() => scope.clients.claim()),
  );
});

/** A page asks for its machine's screens and stories to be kept, one after another so as not to crowd the server. */
scope.addEventListener('message', (event) => {
  const paths = (event.data as { keep?: string[] }).keep ?? [];
  event.waitUntil(
    (async () => {
      for (const path of paths) {
        const request = new Request(path, { credentials: 'same-origin' });
        if (await isFresh(request)) continue;
        await fromNetwork(request, cacheFor(new URL(request.url))).catch(() => undefined);
      }
    })(),
  );
});

async function isFresh(request: Request): Promise<boolean> {
  const kept = await caches.match(request);
  return Date.now() - Date.parse(kept?.headers.get('date') ?? '') < freshMs;
}

scope.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== location.origin) return;
  if (url.pathname.startsWith('/_astro/') || ['/eye.svg', '/first-paint.js'].includes(url.pathname))
    return event.respondWith(file(request));
  if (request.mode === 'navigate') return event.respondWith(page(request));
  if (isKeptAnswer(url)) event.respondWith(answer(request));
});

const isKeptAnswer = ({ pathname, search }: URL) =>
  /^\/api\/(machines\/[^/]+\/(head|positions\/\d+)|jobs\/[^/]+|machines\/now)$/.test(pathname) ||
  (pathname === '/api/ledger' && /^\?machine=[^&]+&limit=50$/.test(search));
const cacheFor = (url: URL) => (url.pathname.startsWith('/api/') ? answersCache : pagesCache);

async function forget(): Promise<void> {
  await Promise.all([pagesCache, answersCache].map((name) => caches.delete(name)));
}

async function file(request: Request): Promise<Response> {
  return (await caches.match(request)) ?? fetch(request);
}

async function page(request: Request): Promise<Response> {
  try {
    return await fromNetwork(request, pagesCache);
  } catch {
    // A position's page without its query is the head: better than nothing.
    const kept = (await caches.match(request)) ?? (await caches.match(request, { ignoreSearch: true }));
    return kept ?? notKept();
  }
}

async function answer(request: Request): Promise<Response> {
  try {
    const told = await fromNetwork(request, answersCache);
    // This device was turned out: what it kept goes.
    if (told.status === 401) await forget();
    return told;
  } catch (error) {
    const kept = await caches.match(request);
    if (kept) return kept;
    throw error;
  }
}

/** The network's answer, kept when it is a good one. Throws when none comes in time. */
async function fromNetwork(request: Request, into: string): Promise<Response> {
  const response = await Promise.race([
    fetch(request),
    new Promise<never>((_, refuse) => setTimeout(() => refuse(new Error('too slow')), patienceMs)),
  ]);
  // Sent elsewhere it is another page: to sign in, say.
  if (response.ok && response.type === 'basic' && !response.redirected) {
    const cache = await caches.open(into);
    await cache.put(request, response.clone());
  }
  return response;
}

function notKept(): Response {
  const text =
    '<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>No network · Vivid Eye</title>' +
    '<body style="font:1.1rem system-ui;margin:2rem;max-width:36rem"><h1>No network</h1><p>This screen was not kept on this device. ' +
    'Run, Check, Head and Shift of a machine that was open here go on working; what you log there is kept and sent later.</p>' +
    '<p><a href="javascript:history.back()">Back</a></p>';
  return new Response(text, { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } });
}
