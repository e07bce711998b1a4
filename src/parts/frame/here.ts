/**
 * Tells the server that somebody is at this page: a session ends after idle time, and what a page asks by itself does not count. Once a minute at most, and only when something was
 * touched or typed. Loaded by pages on which somebody is signed in.
 */
const everyMs = 60_000;
let toldAt = -Infinity;

function tell(): void {
  const now = performance.now();
  if (now - toldAt < everyMs) return;
  toldAt = now;
  // Whether it arrives or not is told by the next touch.
  fetch('/api/here', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{}',
    keepalive: true,
  }).catch(() => undefined);
}

if (document.body.dataset['signedIn'] !== undefined)
  for (const kind of ['pointerdown', 'keydown'] as const) addEventListener(kind, tell, { passive: true });
