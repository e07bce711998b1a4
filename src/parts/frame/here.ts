import { refreshPage } from '../live/fresh/refresh-page.ts';
import { forgetOffline, keepAgain } from '../live/fresh/keep-offline.ts';

/**
 * Loaded by every page. Tells the server that somebody is at it: a session ends after idle time, and what a page asks by itself does not count. Once a minute at most, and only when
 * something was touched or typed. Where the session that was here has ended, by whatever way, what was kept offline goes.
 */
const everyMs = 60_000;
const key = 'person';
let toldAt = -Infinity;

/** Who is signed in here by what the server says; "": nobody. Undefined on a page that was made without knowing. */
const { person } = document.body.dataset;

function noteWho(now: string): void {
  try {
    const before = localStorage.getItem(key);
    if (before === now) return;
    if (before) void forgetOffline().then(() => keepAgain());
    localStorage.setItem(key, now);
  } catch {
    // A private window keeps nothing, and nothing offline either.
  }
}

async function tell(): Promise<void> {
  const now = performance.now();
  if (now - toldAt < everyMs) return;
  toldAt = now;
  const headers = { 'content-type': 'application/json' };
  const answer = await fetch('/api/here', { method: 'POST', headers, body: '{}', keepalive: true });
  if (answer.ok) noteWho(((await answer.json()) as { person: string | null }).person ?? '');
}

if (person !== undefined) noteWho(person);
if (person)
  // Whether it arrives or not is told by the next touch.
  for (const kind of ['pointerdown', 'keydown'] as const)
    addEventListener(kind, () => void tell().catch(() => undefined), { passive: true });

/** On a device's first visit the server did not know its time zone (`first-paint.js` has told it since): the page's times are made anew. */
const { zone } = document.documentElement.dataset;
const island = document.querySelector('astro-island');
if (island && zone !== Intl.DateTimeFormat().resolvedOptions().timeZone) {
  const anew = () => void refreshPage().catch(() => undefined);
  if (island.hasAttribute('ssr')) island.addEventListener('astro:hydrate', anew, { once: true });
  else anew();
}
