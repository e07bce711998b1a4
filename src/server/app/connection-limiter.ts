/** Limits what one address holds open at a time. */
export class ConnectionLimiter {
  readonly #open = new Map<string, number>();
  readonly #most: number;
  /** `most`: for one address. */
  constructor(most: number) {
    this.#most = most;
  }
  /** Counts one more, and gives the function that ends it; null: the address holds as many as it may. */
  enter(address: string): (() => void) | null {
    const now = this.#open.get(address) ?? 0;
    if (now >= this.#most) return null;
    this.#open.set(address, now + 1);
    let left = false;
    return () => {
      if (left) return;
      left = true;
      const open = this.#open.get(address)! - 1;
      if (open > 0) this.#open.set(address, open);
      else this.#open.delete(address);
    };
  }
}
