/**
 * The server's clock: the one place that asks the computer for the time. A test, or a soak run with
 * VIVID_CLOCK_AHEAD_MS, sets it ahead here instead of setting the computer's.
 */
let aheadMs = Number(process.env['VIVID_CLOCK_AHEAD_MS'] ?? 0) || 0;

export const serverNow = (): Date => new Date(Date.now() + aheadMs);

/** For tests: the clock runs on, this many ms ahead of the computer's. */
export function setClockAhead(ms: number): void {
  aheadMs = ms;
}
