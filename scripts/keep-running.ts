/** Pauses before something that died is started again, ms; the last stands for all further ones. */
const pauses = [500, 1000, 2000, 5000, 10_000, 30_000];
/** Whatever ran this long is no longer the same trouble. */
const steadyMs = 60_000;

/**
 * Starts something again whenever it has died, with growing pauses, and says so, until {@link stop}. `start` resolves when
 * it runs, and rejects when it could not be started.
 */
export class Keeper {
  private failures = 0;
  private startedAt = Date.now();
  private timer: ReturnType<typeof setTimeout> | undefined;
  private stopped = false;

  constructor(
    private readonly name: string,
    private readonly start: () => Promise<void>,
  ) {}

  /** It has died, for `why`; it is started again after a pause. Told twice, it is started once. */
  died(why: string): void {
    if (this.stopped || this.timer) return;
    if (Date.now() - this.startedAt > steadyMs) this.failures = 0;
    const pause = pauses[Math.min(this.failures++, pauses.length - 1)]!;
    console.error(`${this.name} stopped by itself (${why}). Starting it again in ${pause / 1000} s.`);
    this.timer = setTimeout(() => void this.again(), pause);
  }

  stop(): void {
    this.stopped = true;
    clearTimeout(this.timer);
  }

  private async again(): Promise<void> {
    this.startedAt = Date.now();
    try {
      await this.start();
      this.timer = undefined;
      if (!this.stopped) console.error(`${this.name} runs again.`);
    } catch (error) {
      this.timer = undefined;
      this.died((error as Error).message);
    }
  }
}
