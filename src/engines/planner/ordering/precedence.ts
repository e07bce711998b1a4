/**
 * Which jobs come before which, as far as it is decided: a strict partial order, always closed (what comes before what
 * comes before is before). Jobs by index.
 */
export class Precedence {
  private readonly before: Uint8Array;

  constructor(readonly count: number) {
    this.before = new Uint8Array(count * count);
  }

  has(first: number, second: number): boolean {
    return this.before[first * this.count + second] === 1;
  }

  isOpen(one: number, other: number): boolean {
    return one !== other && !this.has(one, other) && !this.has(other, one);
  }

  /** Decides that `first` comes before `second`; the other way round must not be decided. Returns what `undo` takes. */
  add(first: number, second: number): number[] {
    const fresh: number[] = [];
    const { count, before } = this;
    for (let a = 0; a < count; a++) {
      if (a !== first && !this.has(a, first)) continue;
      for (let b = 0; b < count; b++) {
        if ((b !== second && !this.has(second, b)) || this.has(a, b)) continue;
        before[a * count + b] = 1;
        fresh.push(a * count + b);
      }
    }
    return fresh;
  }

  undo(fresh: readonly number[]): void {
    for (const cell of fresh) this.before[cell] = 0;
  }

  /** One order of all jobs that keeps what is decided, near to `prefer`. */
  order(prefer: readonly number[]): number[] {
    return orderKeeping(prefer, (first, second) => this.has(first, second));
  }
}

/** An order in which what comes before comes before; of those that may come next, the first in `prefer`. */
export function orderKeeping(
  prefer: readonly number[],
  isBefore: (first: number, second: number) => boolean,
): number[] {
  const left = [...prefer];
  const order: number[] = [];
  while (left.length > 0) {
    const at = left.findIndex((job) => left.every((other) => other === job || !isBefore(other, job)));
    // Only jobs in a ring could stop this, and there is none.
    order.push(...left.splice(Math.max(0, at), 1));
  }
  return order;
}
