import { forbidden, type Model } from '../model/model.ts';

/**
 * A quick measure of an order of the jobs: what an operator pays who puts every thread where it costs least, and of the
 * positions that cost the same takes the one whose thread is needed last (Belady 1966). Never below the best plan of the
 * order, mostly a little above, and some thousand times quicker to know.
 */
export class LookAhead {
  /** Minutes of changing before each job of the order measured last, by its place. */
  readonly before: Float64Array;
  /** The request that sits on each place, and its option; -1: the place as it is. */
  private readonly sits: Int32Array;
  private readonly option: Int32Array;
  private readonly taken: Uint8Array;
  /** Thread on each place now; -1: none. */
  private readonly thread: Int32Array;
  private readonly first: Int32Array;
  /** Where in the order each thread is needed, the latest first, as far as it lies ahead; and where next. */
  private readonly needed: number[][];
  private readonly next: Float64Array;
  private readonly isSeated: Uint8Array;

  constructor(private readonly model: Model) {
    const { places, jobs, threads, nodes } = model;
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
    this.next = new Float64Array(threads.length);
    this.isSeated = new Uint8Array(nodes.length);
  }

  /** Minutes of changing and penalties. At least `forbidden` where a job finds no place. */
  measure(order: readonly number[]): number {
    const { firstOf } = this.model;
    this.begin(order);
    let total = 0;
    for (let at = 0; at < order.length; at++) {
      const first = firstOf[order[at]!]!;
      const last = firstOf[order[at]! + 1]!;
      this.taken.fill(0);
      this.before[at] = 0;
      for (let request = first; request < last; request++) this.passed(request, at);
      // Those that sit already first: nobody may take their place.
      for (let request = first; request < last; request++) total += this.stay(request);
      for (let request = first; request < last; request++) {
        if (this.isSeated[request]) continue;
        const cost = this.seat(request, at);
        if (cost >= forbidden) return forbidden;
        total += cost;
      }
    }
    return total;
  }

  private begin(order: readonly number[]): void {
    const { firstOf, nodes } = this.model;
    this.sits.fill(-1);
    this.thread.set(this.first);
    this.isSeated.fill(0);
    for (const list of this.needed) list.length = 0;
    for (let at = order.length - 1; at >= 0; at--)
      for (let request = firstOf[order[at]!]!; request < firstOf[order[at]! + 1]!; request++)
        this.needed[nodes[request]!.thread]!.push(at);
    for (let thread = 0; thread < this.next.length; thread++)
      this.next[thread] = this.needed[thread]!.at(-1) ?? Infinity;
  }

  /** The job at `at` needs the thread now: what counts is when next. */
  private passed(request: number, at: number): void {
    const { thread } = this.model.nodes[request]!;
    const list = this.needed[thread]!;
    while (list.length > 0 && list[list.length - 1]! <= at) list.pop();
    this.next[thread] = list.length > 0 ? list[list.length - 1]! : Infinity;
  }

  /** Seats a request where its thread sits already with a needle that will do; gives its penalty. */
  private stay(request: number): number {
    const { model, sits, taken, thread, option } = this;
    const { nodes, start, penalty, onto, code, lane } = model;
    const mine = nodes[request]!.thread;
    let least = forbidden;
    let best = -1;
    let into = -1;
    for (let place = 0; place < sits.length; place++) {
      if (thread[place] !== mine || taken[place]) continue;
      const before = sits[place]!;
      for (let one = start[request]!; one < start[request + 1]!; one++) {
        const stays =
          before === -1
            ? onto[place * code.length + one]! <= penalty[one]! + 1e-9
            : code[option[place]!] === code[one] && lane[option[place]!] === lane[one];
        if (!stays || penalty[one]! >= least) continue;
        least = penalty[one]!;
        best = place;
        into = one;
      }
    }
    if (best === -1) return 0;
    this.put(request, best, into);
    return least;
  }

  /** Seats a request where it costs least; of places that cost the same, on the one whose thread is needed last. */
  private seat(request: number, at: number): number {
    const { model, sits, taken, thread, next, option } = this;
    const { start, penalty, onto, code, lane, relation, kept, renewed, nodes } = model;
    const first = start[request]!;
    const end = start[request + 1]!;
    let least = forbidden;
    let best = -1;
    let into = -1;
    let latest = -1;
    for (let place = 0; place < sits.length; place++) {
      if (taken[place]) continue;
      const on = thread[place]!;
      const needed = on === -1 ? Infinity : next[on]!;
      const before = sits[place]!;
      const out = option[place]!;
      const how = before === -1 ? 0 : relation[before * nodes.length + request]!;
      for (let one = first; one < end; one++) {
        let cost: number;
        if (before === -1) cost = onto[place * code.length + one]!;
        else if (lane[out] !== lane[one]) continue;
        else cost = (code[out] === code[one] ? kept[how]! : renewed[how]!) + penalty[one]!;
        if (cost > least || (cost === least && needed <= latest)) continue;
        least = cost;
        best = place;
        into = one;
        latest = needed;
      }
    }
    if (best === -1) return forbidden;
    this.put(request, best, into);
    this.before[at]! += least - penalty[into]!;
    return least;
  }

  private put(request: number, place: number, into: number): void {
    this.taken[place] = 1;
    this.isSeated[request] = 1;
    this.sits[place] = request;
    this.option[place] = into;
    this.thread[place] = this.model.nodes[request]!.leaves;
  }
}
