/**
 * The server's clock as this device knows it. A tablet whose clock is wrong would put its entries hours away from
 * everyone else's: what it writes bears the server's time, as last learnt, also while there is no network.
 */
const key = 'vivid.clock';
/** Less than this is not worth a correction: answers travel. */
const ignoredMs = 5000;

let offsetMs: number | null = null;
/** Wall clock less the page's own steady clock, when the offset was learnt: it changes when somebody sets the clock. */
let setAt = 0;
const steady = () => Date.now() - performance.now();

function kept(): number {
  try {
    return Number(localStorage.getItem(key)) || 0;
  } catch {
    return 0;
  }
}

/** How far the server's clock is ahead of this device's, ms; 0 where it is not known or small. */
export function clockOffset(): number {
  return offsetMs ?? kept();
}

/** Now, by the server's clock, ms. */
export const clockNow = () => Date.now() + clockOffset();

/** Whether the offset was learnt on this page and nobody set the clock since. */
export const clockIsKnown = () => offsetMs !== null && Math.abs(steady() - setAt) < ignoredMs;

/** Asks the server for its time. Throws when it does not answer. */
export async function learnClock(): Promise<void> {
  const asked = Date.now();
  const response = await fetch('/api/health', { cache: 'no-store', signal: AbortSignal.timeout(10_000) });
  if (!response.ok) throw new Error(`The server answered ${response.status}.`);
  const { now } = (await response.json()) as { now: string };
  const off = Date.parse(now) - (asked + Date.now()) / 2;
  offsetMs = Math.abs(off) < ignoredMs ? 0 : Math.round(off);
  setAt = steady();
  try {
    localStorage.setItem(key, String(offsetMs));
  } catch {
    // Not kept: it is learnt again by the next page.
  }
}
