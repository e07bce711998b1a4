import {
  backOf,
  extend,
  forthOf,
  leastOf,
  precede,
  serveChains,
  type Chains,
  type Forth,
} from '../model/chain.ts';
import { forbidden, type Model } from '../model/model.ts';

/** Jobs that a traded stretch spans at most, unless it is the whole rest. */
const longest = 6;

/**
 * Betters a plan by hand's own trick: two positions trade what they carry, from some job on, or for a few jobs.
 * Goes on until no trade helps. A start for the exact search, not a proof. Chains that a lock forbids cost so much
 * that trades mend them first; null when they could not.
 */
export function crossOver(model: Model, chains: readonly (readonly number[])[]): Chains | null {
  const trades = new Trades(model, chains);
  while (trades.round());
  return serveChains(model, trades.chains);
}

class Trades {
  readonly chains: number[][];
  private readonly forth: Forth[][];
  private readonly back: Float64Array[][];
  private readonly cost: number[];
  /** Of each request its job, by number. */
  private readonly jobOf: Int32Array;
  /** How often each place changed, and how often both of a pair had when it was last tried in vain. */
  private readonly changes: number[];
  private readonly tried = new Map<number, number>();

  constructor(
    private readonly model: Model,
    chains: readonly (readonly number[])[],
  ) {
    this.chains = chains.map((chain) => [...chain]);
    this.jobOf = Int32Array.from(model.nodes, ({ job }) => job);
    this.changes = this.chains.map(() => 1);
    this.forth = this.chains.map((chain, place) => forthOf(model, place, chain));
    this.back = this.chains.map((chain) => backOf(model, chain));
    this.cost = this.chains.map((_, place) => leastOf(this.forth[place]!.at(-1) ?? new Float64Array(1)));
  }

  /** Tries every pair of places once; true when something was traded. */
  round(): boolean {
    let better = false;
    for (let a = 0; a < this.chains.length; a++)
      for (let b = a + 1; b < this.chains.length; b++) {
        const key = a * this.chains.length + b;
        const state = this.changes[a]! + this.changes[b]!;
        if (this.tried.get(key) === state) continue;
        if (this.pair(a, b)) better = true;
        else this.tried.set(key, state);
      }
    return better;
  }

  private pair(a: number, b: number): boolean {
    const { jobOf, chains } = this;
    const [chainA, chainB] = [chains[a]!, chains[b]!];
    const jobs = [...new Set([...chainA, ...chainB].map((request) => jobOf[request]!))].sort((x, y) => x - y);
    for (let from = 0; from < jobs.length; from++) {
      const [atA, atB] = [this.cut(a, jobs[from]!), this.cut(b, jobs[from]!)];
      // What each place has before the cut, then the other's stretch, job by job.
      let forthA = this.at(a, atA);
      let forthB = this.at(b, atB);
      let [lastA, lastB] = [chainA[atA - 1] ?? -1, chainB[atB - 1] ?? -1];
      let [endA, endB] = [atA, atB];
      for (let to = from + 1; to <= jobs.length; to++) {
        const tail = to - from > longest || to === jobs.length;
        const bound = tail ? Infinity : jobs[to]!;
        while (endB < chainB.length && jobOf[chainB[endB]!]! < bound) {
          const next = chainB[endB++]!;
          forthA = extend(this.model, a, forthA, lastA, next);
          lastA = next;
        }
        while (endA < chainA.length && jobOf[chainA[endA]!]! < bound) {
          const next = chainA[endA++]!;
          forthB = extend(this.model, b, forthB, lastB, next);
          lastB = next;
        }
        const costA = this.join(a, forthA, lastA, endA);
        if (costA < this.cost[a]! + this.cost[b]!) {
          const costB = this.join(b, forthB, lastB, endB);
          if (costA + costB < this.cost[a]! + this.cost[b]! - 1e-6) {
            this.trade(a, atA, endA, b, atB, endB);
            return true;
          }
        }
        if (tail) break;
      }
    }
    return false;
  }

  /** Minutes of a place that has done `forth` up to `last` and goes on with its own chain from `next`. */
  private join(place: number, forth: Forth | null, last: number, next: number): number {
    const chain = this.chains[place]!;
    if (next >= chain.length) return forth ? leastOf(forth) : 0;
    const back = this.back[place]![next]!;
    if (forth) {
      const after = precede(this.model, last, chain[next]!, back);
      let least = forbidden;
      for (let out = 0; out < forth.length; out++) least = Math.min(least, forth[out]! + after[out]!);
      return least;
    }
    const first = extend(this.model, place, null, -1, chain[next]!);
    let least = forbidden;
    for (let into = 0; into < first.length; into++) least = Math.min(least, first[into]! + back[into]!);
    return least;
  }

  private trade(a: number, atA: number, endA: number, b: number, atB: number, endB: number): void {
    const [chainA, chainB] = [this.chains[a]!, this.chains[b]!];
    const stretchA = chainA.slice(atA, endA);
    const stretchB = chainB.slice(atB, endB);
    this.chains[a] = [...chainA.slice(0, atA), ...stretchB, ...chainA.slice(endA)];
    this.chains[b] = [...chainB.slice(0, atB), ...stretchA, ...chainB.slice(endB)];
    for (const place of [a, b]) {
      this.changes[place]!++;
      this.forth[place] = forthOf(this.model, place, this.chains[place]!);
      this.back[place] = backOf(this.model, this.chains[place]!);
      this.cost[place] = leastOf(this.forth[place]!.at(-1) ?? new Float64Array(1));
    }
  }

  /** Where a place's chain goes on from a job. */
  private cut(place: number, job: number): number {
    const at = this.chains[place]!.findIndex((request) => this.jobOf[request]! >= job);
    return at === -1 ? this.chains[place]!.length : at;
  }

  private at(place: number, step: number): Forth | null {
    return step === 0 ? null : this.forth[place]![step - 1]!;
  }
}
