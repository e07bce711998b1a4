/** One thing that is to be done soon. An earlier appointment stands, so that a stream of news cannot put it off for ever. */
export class Appointment {
  private waiting: ReturnType<typeof setTimeout> | undefined;
  private dueAt = Infinity;

  /** Does `work` within `ms`, unless something is to be done before that anyway. */
  soon(ms: number, work: () => Promise<void>): void {
    const at = Date.now() + ms;
    if (at >= this.dueAt) return;
    clearTimeout(this.waiting);
    this.dueAt = at;
    this.waiting = setTimeout(() => {
      this.dueAt = Infinity;
      void work();
    }, ms);
  }
}
