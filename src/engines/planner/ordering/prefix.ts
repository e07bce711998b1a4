import { Assignment } from '../../../core/base/assignment.ts';
import { forbidden, type Model } from '../model/model.ts';
import { relationOf } from '../problem/minutes.ts';
import { entryCosts, restCost, wantsOf, type RestCost, type Wants } from './rest.ts';

interface Saved {
  minutes: number;
  state: ReturnType<Assignment['save']>;
  rows: { thread: number; row: Float64Array }[];
  rests: (Rest | null)[];
}

/** What a thread's first seat costs over the rest, by needle, and behind another of the rest. */
interface Rest {
  rest: RestCost;
  first: number;
}

/**
 * A lower bound for every plan whose order begins with some jobs, kept while jobs are put on and taken off the end.
 * It is the assignment of those jobs (see relaxation.ts, its multipliers fixed) together with one first seat for
 * each thread of the jobs that are left: behind a position's present state, behind a request put on, or, behind
 * another of the rest, for a tie-on at least; with what the thread costs over the rest (see rest.ts).
 * Jobs are numbered as in the model.
 */
export class Prefix {
  readonly order: number[] = [];
  private readonly assignment: Assignment;
  private readonly saved: Saved[] = [];
  private readonly places: number;
  private readonly threads: number;
  /** Request of each slot behind the places and threads, in the order they were put on. */
  private readonly slots: number[] = [];
  /** What a request costs behind another, at [to * requests + from]; NaN: not asked for yet. Made at the first push. */
  private behind: Float64Array | null = null;
  private readonly ontoCost: Float64Array;
  private readonly endCost: Float64Array;
  /** Requests of each thread in jobs not put on. */
  private readonly left: Set<number>[];
  private readonly wants: Wants[];
  /** How often a thread may have sat with a needle: at [thread][needle], positions and requests put on. */
  private readonly sat: Int32Array[];
  private readonly entry: ReturnType<typeof entryCosts>[];
  private readonly known: Map<string, Rest>[];
  /** Of each thread as things stand; null: its jobs are all put on. */
  private rests: (Rest | null)[];
  private minutes = 0;
  /** How thread `from` lies to thread `to`, at [from * threads + to]: see `relations`. */
  private readonly relation: Uint8Array;
  /** What a seat of a thread costs on a place as it is, at [(thread * places + place) * needles + needle]. */
  private readonly seatOnto: Float64Array;

  /** `jobs`: those that the plan is for; left out: all of the model's. */
  constructor(
    readonly model: Model,
    private readonly prices: Float64Array,
    jobs?: ReadonlySet<number>,
  ) {
    const { nodes, places, start } = model;
    const requests = nodes.length;
    this.places = places.length;
    this.threads = model.threads.length;
    const fixed = this.places + this.threads;
    const capacity = fixed + requests;
    // Targets: the chains' ends, a first seat for each thread, then requests. The first two may follow anything.
    this.assignment = new Assignment(new Int32Array(capacity).fill(capacity), fixed);
    this.ontoCost = new Float64Array(requests * this.places);
    this.endCost = new Float64Array(requests);
    this.relation = Uint8Array.from({ length: this.threads ** 2 }, (_, index) =>
      relationOf(
        model.problem.classes,
        model.threads[Math.floor(index / this.threads)]!,
        model.threads[index % this.threads]!,
      ),
    );
    this.seatOnto = seatCosts(model);
    this.wants = nodes.map((_, request) => wantsOf(model, request));
    this.entry = model.threads.map((_, thread) => entryCosts(model, this.wants, thread));
    this.known = model.threads.map(() => new Map());
    this.rests = model.threads.map(() => null);
    this.left = model.threads.map(() => new Set());
    this.sat = model.threads.map(() => new Int32Array(model.needles.length));
    for (let to = 0; to < requests; to++) {
      for (let place = 0; place < this.places; place++)
        this.ontoCost[to * this.places + place] = leastOnto(model, prices, place, to);
      this.endCost[to] = -Math.max(...prices.subarray(start[to], start[to + 1]));
      if (!jobs || jobs.has(nodes[to]!.job)) this.left[nodes[to]!.thread]!.add(to);
    }
    for (const place of places)
      for (const { thread, needle } of place.now)
        if (thread !== null && needle !== null)
          this.sat[model.threads.indexOf(thread)]![model.needles.indexOf(needle)]!++;
    for (let thread = 0; thread < this.threads; thread++) {
      this.rests[thread] = this.restOf(thread);
      this.fillRest(thread);
    }
    this.minutes = this.assignment.solve();
  }

  /** Change minutes and penalties of any plan that begins so, at least. */
  bound(): number {
    return this.minutes;
  }

  /** Puts a job on the end. Once the bound is above `limit` it is not worked out further: then take the job off again. */
  push(job: number, limit = Infinity): void {
    const { assignment, places, threads, slots, model } = this;
    const { firstOf, nodes } = model;
    const { stride, cost } = assignment;
    const before = assignment.size;
    const count = firstOf[job + 1]! - firstOf[job]!;
    const touched = new Set<number>();
    for (let request = firstOf[job]!; request < firstOf[job + 1]!; request++) {
      const { thread } = nodes[request]!;
      touched.add(thread);
      this.left[thread]!.delete(request);
      for (const needle of this.wants[request]!.needles) this.sat[thread]![needle]!++;
    }
    const rows = [...touched].map((thread) => {
      const at = (places + thread) * stride;
      return { thread, row: cost.slice(at, at + before) };
    });
    this.saved.push({ minutes: this.minutes, state: assignment.save(), rows, rests: this.rests });
    this.rests = this.rests.slice();
    for (const thread of touched) this.rests[thread] = this.restOf(thread);
    this.order.push(job);
    for (let index = 0; index < count; index++) {
      const request = firstOf[job]! + index;
      const row = (before + index) * stride;
      assignment.sourcesOf[before + index] = before;
      for (let place = 0; place < places; place++)
        cost[row + place] = this.ontoCost[request * places + place]!;
      // A thread's own source is for its first seat alone.
      cost.fill(forbidden, row + places, row + places + threads);
      for (let slot = 0; slot < slots.length; slot++)
        cost[row + places + threads + slot] = this.behindOf(request, slots[slot]!);
      for (let end = 0; end < places; end++) cost[end * stride + before + index] = this.endCost[request]!;
    }
    for (let index = 0; index < count; index++) slots.push(firstOf[job]! + index);
    for (let thread = 0; thread < threads; thread++) this.fillRest(thread, touched.has(thread) ? 0 : before);
    assignment.changed(
      [...touched].map((thread) => places + thread),
      [],
    );
    assignment.grow(count);
    this.minutes = assignment.solve(limit);
  }

  /** Takes the last job off again. */
  pop(): void {
    const job = this.order.pop()!;
    const { firstOf, nodes } = this.model;
    for (let request = firstOf[job]!; request < firstOf[job + 1]!; request++) {
      const { thread } = nodes[request]!;
      this.left[thread]!.add(request);
      for (const needle of this.wants[request]!.needles) this.sat[thread]![needle]!--;
      this.slots.pop();
    }
    const { minutes, state, rows, rests } = this.saved.pop()!;
    this.rests = rests;
    this.minutes = minutes;
    this.assignment.restore(state);
    for (const { thread, row } of rows)
      this.assignment.cost.set(row, (this.places + thread) * this.assignment.stride);
  }

  /** Remembered: a prefix that is only looked at as it begins needs none of them, and they are the most of its work. */
  private behindOf(to: number, from: number): number {
    const requests = this.model.nodes.length;
    this.behind ??= new Float64Array(requests * requests).fill(NaN);
    const at = to * requests + from;
    const known = this.behind[at]!;
    if (!Number.isNaN(known)) return known;
    return (this.behind[at] = leastBehind(this.model, this.prices, from, to));
  }

  /** Costs of a thread's first seat among the rest, from source `from` on. */
  private fillRest(thread: number, from = 0): void {
    const { places, threads, slots } = this;
    const { stride, cost } = this.assignment;
    const row = (places + thread) * stride;
    const known = this.rests[thread]!;
    if (!known) {
      // Not needed any more: it takes its own source for nothing.
      for (let source = from; source < places + threads + slots.length; source++)
        cost[row + source] = source === places + thread ? 0 : forbidden;
      return;
    }
    const { rest, first } = known;
    if (from === 0) {
      for (let place = 0; place < places; place++) cost[row + place] = this.restOnto(place, thread, rest);
      for (let other = 0; other < threads; other++)
        cost[row + places + other] = other === thread ? first : forbidden;
    }
    for (let slot = Math.max(0, from - places - threads); slot < slots.length; slot++)
      cost[row + places + threads + slot] = this.restBehind(slots[slot]!, thread, rest);
  }

  /** Remembered: few differ. */
  private restOf(thread: number): Rest | null {
    if (this.left[thread]!.size === 0) return null;
    let key = '';
    for (const request of this.left[thread]!) key += `${request},`;
    const free = new Set<number>();
    this.sat[thread]!.forEach((count, needle) => {
      if (count === 0) return;
      free.add(needle);
      key += `/${needle}`;
    });
    const known = this.known[thread]!.get(key);
    if (known) return known;
    const rest = restCost(
      [...this.left[thread]!].map((request) => this.wants[request]!),
      this.model.needles.length,
      this.entry[thread]!.anywhere,
      free,
    );
    const { behind } = this.entry[thread]!;
    let first = forbidden;
    rest.forEach((cost, needle) => (first = Math.min(first, cost + behind[needle]!)));
    const found = { rest, first };
    this.known[thread]!.set(key, found);
    return found;
  }

  private restOnto(place: number, thread: number, rest: RestCost): number {
    const { needles } = this.model;
    const at = (thread * this.places + place) * needles.length;
    let least = forbidden;
    for (let needle = 0; needle < needles.length; needle++) {
      const sum = this.seatOnto[at + needle]! + rest[needle]!;
      if (sum < least) least = sum;
    }
    return least;
  }

  private restBehind(request: number, thread: number, rest: RestCost): number {
    const { model, prices } = this;
    const { start, needle: needleOf, kept, renewed } = model;
    const how = this.relation[model.nodes[request]!.leaves * this.threads + thread]!;
    const [stay, renew] = [kept[how]!, renewed[how]!];
    let least = forbidden;
    for (let out = start[request]!; out < start[request + 1]!; out++)
      for (let needle = 0; needle < rest.length; needle++) {
        const sum = (needleOf[out] === needle ? stay : renew) + rest[needle]! - prices[out]!;
        if (sum < least) least = sum;
      }
    return least;
  }
}

function leastBehind(model: Model, prices: Float64Array, from: number, to: number): number {
  const { start, lane, code, kept, renewed, relation, penalty, nodes } = model;
  const how = relation[from * nodes.length + to]!;
  let least = forbidden;
  for (let out = start[from]!; out < start[from + 1]!; out++)
    for (let into = start[to]!; into < start[to + 1]!; into++) {
      if (lane[out] !== lane[into]) continue;
      const change = (code[out] === code[into] ? kept : renewed)[how]!;
      least = Math.min(least, change + penalty[into]! + prices[into]! - prices[out]!);
    }
  return least;
}

function leastOnto(model: Model, prices: Float64Array, place: number, to: number): number {
  const { start, onto, code } = model;
  let least = forbidden;
  for (let into = start[to]!; into < start[to + 1]!; into++)
    least = Math.min(least, onto[place * code.length + into]! + prices[into]!);
  return least;
}

function seatCosts({ threads, places, needles, table, problem }: Model): Float64Array {
  const cost = new Float64Array(threads.length * places.length * needles.length);
  let at = 0;
  for (const thread of threads)
    for (const { now } of places)
      for (const needle of needles)
        cost[at++] = now.reduce((sum, state) => {
          const costs = state.needle === needle ? table.kept : table.needle;
          return sum + costs[relationOf(problem.classes, state.thread, thread)]!;
        }, 0);
  return cost;
}
