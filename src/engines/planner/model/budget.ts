/** When to stop, as whoever asks for a plan says it: `goOn` false, or all of the time spent. */
export interface Clock {
  goOn?: () => boolean;
  /** How much of the time is used up, 0 to 1. Left out: there is no limit. */
  spent?: () => number;
}

/**
 * Time that is kept: asked between two steps of a search, it says no when the next one, if it takes as long as the longest so
 * far, would end too late. Steps of a large search take a good part of a second.
 */
export class Budget {
  private last: number | null = null;
  private longest = 0;

  /** `share`: of all the time, how much may be spent when this ends. */
  constructor(
    private readonly clock: Clock,
    private readonly share = 1,
  ) {}

  mayGoOn(): boolean {
    if (this.clock.goOn && !this.clock.goOn()) return false;
    if (!this.clock.spent) return true;
    const now = this.clock.spent();
    if (this.last !== null) this.longest = Math.max(this.longest, now - this.last);
    this.last = now;
    return now + this.longest < this.share;
  }

  /** What lies between the last question and the next is no step. */
  rest(): void {
    this.last = null;
  }
}
