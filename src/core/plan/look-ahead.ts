import { between, forbidden, type Model } from './model.ts';

/**
 * A quick measure of an order of the jobs: what an operator pays who puts every thread where it costs least, and of the
 * positions that cost the same takes the one whose thread is needed last (Belady 1966). Never below the best plan of the
 * order, mostly a little above, and a thousand times quicker to know.
 */
export class LookAhead {
  /** Minutes of changing before each job of the order measured last, by its place. */
  readonly before: Float64Array;
  /** The request that sits on each place, and its option; -1: the place as it is. */
  private readonly sits: Int32Array;
  private readonly option: Int32Array;
  private readonly taken: Uint8Array;
  /** Places in the order at which each thread is needed, latest first, and how many are still ahead. */
  private readonly needed: number[][];
  /** Thread on each place now; -1: none. */
  private readonly thread: Int32Array;
  private readonly first: Int32Array;

  constructor(private readonly model: Model) {
    const { places, jobs, threads } = model;
    this.before = new Float64Array(jobs.length);
    this.sits = new Int32Array(places.length);
    this.option = new Int32Array(places.length);
    this.taken = new Uint8Array(places.length);
    this.thread = new Int32Array(places.length);
    this.first = Int32Array.from(places, ({ now }) => {
      const thread = now[0]?.thread ?? null;
      return thread === null ? -1 : threads.indexOf(thread);
    });
    this.needed = threads.map(() => []);
  }

  /** Minutes of changing and penalties. At least `forbidden` where a job finds no place. */
  measure(order: readonly number[]): number {
    const { model, sits, taken, thread, needed, before } = this;
    const { firstOf, nodes } = model;
    sits.fill(-1);
    thread.set(this.first);
    for (const list of needed) list.length = 0;
    for (let at = order.length - 1; at >= 0; at--)
      for (let request = firstOf[order[at]!]!; request < firstOf[order[at]! + 1]!; request++)
        needed[nodes[request]!.thread]!.push(at);
    let total = 0;
    for (let at = 0; at < order.length; at++) {
      const job = order[at]!;
      taken.fill(0);
      before[at] = 0;
      for (let request = firstOf[job]!; request < firstOf[job + 1]!; request++) {
        const list = needed[nodes[request]!.thread]!;
        while (list.length > 0 && list.at(-1)! <= at) list.pop();
      }
      // Those that sit already first: nobody may take their place.
      for (const sitting of [true, false])
        for (let request = firstOf[job]!; request < firstOf[job + 1]!; request++) {
          const cost = this.seat(request, at, sitting);
          if (cost >= forbidden) return forbidden;
          total += cost;
        }
    }
    return total;
  }

  /** Seats a request: where its thread sits already, or where it costs least. Nothing when that is not asked for. */
  private seat(request: number, at: number, sitting: boolean): number {
    const { model, sits, taken, thread, needed, option } = this;
    const { nodes, start, penalty, onto, code } = model;
    const node = nodes[request]!;
    let least = forbidden;
    let best = -1;
    let into = -1;
    let last = -1;
    for (let place = 0; place < sits.length; place++) {
      const same = thread[place] === node.thread;
      if (sitting && !same && !taken[place]) continue;
      if (taken[place]) {
        // Seated in the first round.
        if (!sitting && sits[place] === request) return 0;
        continue;
      }
      const on = thread[place]!;
      const next = on === -1 ? Infinity : (needed[on]!.at(-1) ?? Infinity);
      for (let one = start[request]!; one < start[request + 1]!; one++) {
        const cost =
          sits[place] === -1
            ? onto[place * code.length + one]!
            : between(model, sits[place]!, option[place]!, request, one);
        if (sitting && cost > penalty[one]! + 1e-9) continue;
        if (cost > least || (cost === least && next <= last)) continue;
        least = cost;
        best = place;
        into = one;
        last = next;
      }
    }
    if (best === -1) return sitting ? 0 : forbidden;
    taken[best] = 1;
    sits[best] = request;
    option[best] = into;
    thread[best] = node.leaves;
    this.before[at]! += least - penalty[into]!;
    return least;
  }
}
