/**
 * Starts the service worker and asks it to keep this machine's pages and stories, so that Run, Check, Trace and a position's
 * story open without a network. Only over https or on this computer itself: browsers give no service worker elsewhere.
 */
export function keepOffline(slug: string, machineId: string, head: number, positions: number): void {
  if (!('serviceWorker' in navigator)) return;
  keepAgain = () => keepOffline(slug, machineId, head, positions);
  const places = Array.from({ length: positions }, (_, index) => index + 1);
  const paths = [
    ...['run', 'check', 'head', 'shift', 'trace'].map((screen) => `/${slug}/${screen}`),
    ...places.map((position) => `/api/machines/${machineId}/positions/${position}?head=${head}`),
  ];
  navigator.serviceWorker
    .register('/sw.js')
    .then(() => navigator.serviceWorker.ready)
    .then(async (ready) => {
      await forgetting;
      return ready;
    })
    .then((ready) => ready.active?.postMessage({ keep: paths }))
    .catch(() => undefined);
}

/** Empties what the service worker kept of pages and answers: somebody signed out, or this device was turned out. Queued entries stay. */
export function forgetOffline(): Promise<void> {
  return (forgetting = forget());
}

/** Keeps this page's machine once more, where it was forgotten with somebody's session and the device may go on without him. */
export let keepAgain = (): void => undefined;

/** What is kept anew waits for it. */
let forgetting = Promise.resolve();

async function forget(): Promise<void> {
  if (!('caches' in window)) return;
  const names = await caches.keys();
  await Promise.all(names.filter((name) => /^(pages|answers)/.test(name)).map((name) => caches.delete(name)));
}
