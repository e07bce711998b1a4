import { alikeOf, type Alike } from './alike.ts';
import { Assignment } from '../../../core/base/assignment.ts';
import { placeChains, ringsIn } from './place-chains.ts';
import { forbidden, type Model } from '../model/model.ts';

/** How one request may follow another: not at all, in any way, or only with another needle. */
export const follows = { never: 0, always: 1, renewed: 2 } as const;

/**
 * The plan as an assignment: every request follows either a position's present state or an earlier request, and
 * every source is followed once (by a request, or by the end of its chain). With one option a request this is exact.
 * With several, a request may cheat: be entered with one needle and left with another. Multipliers (Lagrange) on
 * each option make cheating dear; whatever they are, the assignment's cost is a lower bound of every plan.
 */
export class Relaxation {
  readonly assignment: Assignment;
  /** Multiplier of each option of each request, all in one row. */
  readonly price: Float64Array;
  /** Options still allowed: search closes some. */
  readonly open: Uint8Array;
  private readonly places: number;
  private readonly requests: number;
  /** Penalty and price to enter an option with; price refunded on leaving. */
  private readonly enter: Float64Array;
  private readonly leave: Float64Array;
  /** Of each request: least to enter with, most refunded on leaving. */
  private readonly leastEnter: Float64Array;
  private readonly mostLeave: Float64Array;
  private readonly alike: Alike | null;
  private pairInto = 0;
  private pairOut = 0;

  /**
   * `may`: how request `from` may be followed by `to` (see {@link follows}), at [from * requests + to]. Left out: the
   * jobs come in the model's order.
   */
  constructor(
    readonly model: Model,
    private readonly may?: Uint8Array,
  ) {
    this.places = model.places.length;
    this.requests = model.nodes.length;
    const sources = Int32Array.from({ length: this.places + this.requests }, (_, target) =>
      target < this.requests && !may
        ? this.places + model.firstOf[model.nodes[target]!.job]!
        : this.places + this.requests,
    );
    this.assignment = new Assignment(sources);
    this.price = new Float64Array(model.code.length);
    this.open = new Uint8Array(model.code.length).fill(1);
    this.enter = new Float64Array(model.code.length);
    this.leave = new Float64Array(model.code.length);
    this.leastEnter = new Float64Array(this.requests);
    this.mostLeave = new Float64Array(this.requests);
    this.alike = alikeOf(model);
    for (let request = 0; request < this.requests; request++) this.refresh(request);
    for (let target = 0; target < this.assignment.size; target++)
      for (let source = 0; source < sources[target]!; source++) this.fill(target, source);
  }

  /** The lower bound with the multipliers as they are. At least `forbidden`: no plan at all. */
  bound(): number {
    return this.assignment.solve();
  }

  /** Recomputes the costs of requests whose multipliers or open options changed. */
  touch(requests: readonly number[]): void {
    const { size, sourcesOf } = this.assignment;
    for (const request of requests) this.refresh(request);
    for (const request of requests) {
      for (let source = 0; source < sourcesOf[request]!; source++) this.fill(request, source);
      const source = this.places + request;
      for (let target = this.firstAfter(request); target < size; target++) this.fill(target, source);
    }
    this.assignment.changed(
      requests,
      requests.map((request) => this.places + request),
    );
  }

  /** Takes over that `may` has changed for requests, each followed by one: [from, to, from, to …]. */
  touchFollowers(pairs: readonly number[]): void {
    const loose = new Set<number>();
    for (let index = 0; index < pairs.length; index += 2) {
      const to = pairs[index + 1]!;
      const source = this.places + pairs[index]!;
      this.fill(to, source);
      if (this.assignment.isLoose(to, source)) loose.add(to);
    }
    if (loose.size > 0) this.assignment.changed(loose, []);
  }

  private mayFollow(from: number, to: number): number {
    return this.may ? this.may[from * this.requests + to]! : follows.always;
  }

  /** The first target that may follow a request. */
  private firstAfter(request: number): number {
    return this.may ? 0 : this.model.firstOf[this.model.nodes[request]!.job + 1]!;
  }

  /**
   * One pass over all requests that sets each one's multipliers so that no option is better to enter with than to
   * leave with, the others' potentials being as they are (half of what leaving costs less half of what entering
   * does). Each step lifts the bound or keeps it; a few passes bring it near, but not to, its highest.
   */
  balance(backwards: boolean): void {
    const { nodes, start } = this.model;
    for (let step = 0; step < nodes.length; step++) {
      const request = backwards ? nodes.length - 1 - step : step;
      if (start[request + 1]! - start[request]! > 1) this.balanceOne(request);
    }
  }

  private balanceOne(request: number): void {
    const { start, onto, code } = this.model;
    const { u, v, size, sourcesOf } = this.assignment;
    const first = start[request]!;
    const last = start[request + 1]!;
    for (let option = first; option < last; option++) {
      if (!this.open[option]) continue;
      let entering = forbidden;
      for (let source = 0; source < sourcesOf[request]!; source++) {
        const cost =
          source < this.places
            ? onto[source * code.length + option]!
            : this.leastFrom(source - this.places, request, option);
        if (cost - v[source]! < entering) entering = cost - v[source]!;
      }
      let leaving = forbidden;
      for (let target = this.firstAfter(request); target < size; target++) {
        const cost = target < this.requests ? this.leastTo(request, option, target) : 0;
        if (cost - u[target]! < leaving) leaving = cost - u[target]!;
      }
      // An option that cannot be entered or left at all needs no price.
      this.price[option] = Math.max(-60, Math.min(60, (leaving - entering) / 2));
    }
    let mean = 0;
    for (let option = first; option < last; option++) mean += this.price[option]! / (last - first);
    for (let option = first; option < last; option++) this.price[option]! -= mean;
    this.touch([request]);
  }

  /** Least to enter `to` with `into` behind `from`: penalty included, its price not. */
  private leastFrom(from: number, to: number, into: number): number {
    const { start, code, lane, relation, kept, renewed, penalty } = this.model;
    const how = relation[from * this.requests + to]!;
    const may = this.mayFollow(from, to);
    let least = forbidden;
    if (may === follows.never) return least;
    for (let out = start[from]!; out < start[from + 1]!; out++) {
      if (lane[out] !== lane[into] || (may === follows.renewed && code[out] === code[into])) continue;
      const cost = (code[out] === code[into] ? kept : renewed)[how]! - this.leave[out]!;
      if (cost < least) least = cost;
    }
    return least + penalty[into]!;
  }

  /** Least to go on from `from`, left with `out`, to `to`. */
  private leastTo(from: number, out: number, to: number): number {
    const { start, code, lane, relation, kept, renewed } = this.model;
    const how = relation[from * this.requests + to]!;
    const may = this.mayFollow(from, to);
    let least = forbidden;
    if (may === follows.never) return least;
    for (let into = start[to]!; into < start[to + 1]!; into++) {
      if (lane[out] !== lane[into] || (may === follows.renewed && code[out] === code[into])) continue;
      const cost = (code[out] === code[into] ? kept : renewed)[how]! + this.enter[into]!;
      if (cost < least) least = cost;
    }
    return least;
  }

  /** The requests on each place, in order, as the assignment chains them. */
  chains(): number[][] {
    return placeChains(this.assignment.targetOf, this.places, this.requests);
  }

  /** Requests in rings that no place begins: only where `may` lets both of two follow one another. */
  rings(): number[][] {
    return ringsIn(this.assignment.targetOf, this.places, this.requests);
  }

  /** The option that each request is entered with, and the one it is left with, counted over all nodes. */
  choices(): { entered: Int32Array; left: Int32Array } {
    const entered = new Int32Array(this.requests);
    const left = new Int32Array(this.requests);
    const go = (from: number, to: number, prefer: number) => {
      this.between(from, to, prefer);
      left[from] = this.pairOut;
      entered[to] = this.pairInto;
    };
    for (const [place, chain] of this.chains().entries()) {
      let before = -1;
      for (const request of chain) {
        if (before === -1) {
          this.onto(place, request);
          entered[request] = this.pairInto;
        } else go(before, request, entered[before]!);
        before = request;
      }
      if (before !== -1) {
        const end = this.end(before);
        const same = this.leave[entered[before]!]! >= this.leave[end]! - 1e-9;
        left[before] = same ? entered[before]! : end;
      }
    }
    if (this.may)
      for (const ring of this.rings()) {
        ring.forEach((from, at) => go(from, ring[(at + 1) % ring.length]!, at === 0 ? -1 : entered[from]!));
      }
    return { entered, left };
  }

  private refresh(request: number): void {
    const { start, penalty } = this.model;
    for (let option = start[request]!; option < start[request + 1]!; option++) {
      this.enter[option] = this.open[option] ? penalty[option]! + this.price[option]! : forbidden;
      this.leave[option] = this.open[option] ? this.price[option]! : -forbidden;
      if (option === start[request] || this.enter[option]! < this.leastEnter[request]!)
        this.leastEnter[request] = this.enter[option]!;
      if (option === start[request] || this.leave[option]! > this.mostLeave[request]!)
        this.mostLeave[request] = this.leave[option]!;
    }
  }

  private fill(target: number, source: number): void {
    const { cost, stride } = this.assignment;
    cost[target * stride + source] = this.cell(target, source);
  }

  private cell(target: number, source: number): number {
    if (target >= this.requests)
      return source < this.places ? 0 : -this.leave[this.end(source - this.places)]!;
    if (source < this.places) return this.onto(source, target);
    return this.change(source - this.places, target);
  }

  /** What `between` gives, quicker: with another needle from the best to the best, with the same from like to like. */
  private change(from: number, to: number): number {
    const { alike, enter, leave, model } = this;
    const may = this.mayFollow(from, to);
    if (may === follows.never) return forbidden;
    if (!alike || may === follows.renewed) return this.between(from, to, -1);
    const at = from * this.requests + to;
    const how = model.relation[at]!;
    let cost = model.renewed[how]! + this.leastEnter[to]! - this.mostLeave[from]!;
    const stay = model.kept[how]!;
    for (let pair = alike.first[at]!; pair < alike.first[at + 1]!; pair++) {
      const one = stay + enter[alike.into[pair]!]! - leave[alike.out[pair]!]!;
      if (one < cost) cost = one;
    }
    return Math.min(cost, forbidden);
  }

  /** The option that is cheapest to end a chain with. */
  private end(request: number): number {
    const { start } = this.model;
    let best = start[request]!;
    for (let option = best + 1; option < start[request + 1]!; option++)
      if (this.leave[option]! > this.leave[best]!) best = option;
    return best;
  }

  private onto(place: number, request: number): number {
    const { start, onto, penalty, code } = this.model;
    let cost = forbidden;
    for (let option = start[request]!; option < start[request + 1]!; option++) {
      const one = onto[place * code.length + option]! - penalty[option]! + this.enter[option]!;
      if (one >= cost) continue;
      cost = one;
      this.pairInto = option;
    }
    return cost;
  }

  /** `prefer`: among equally cheap ways, the one that leaves `from` with this option. */
  private between(from: number, to: number, prefer: number): number {
    const { start, code, lane, relation, kept, renewed } = this.model;
    const { enter, leave } = this;
    const how = relation[from * this.requests + to]!;
    const stay = kept[how]!;
    const renew = renewed[how]!;
    const may = this.mayFollow(from, to);
    let cost = forbidden;
    if (may === follows.never) return cost;
    for (let out = start[from]!; out < start[from + 1]!; out++) {
      for (let into = start[to]!; into < start[to + 1]!; into++) {
        if (lane[out] !== lane[into] || (may === follows.renewed && code[out] === code[into])) continue;
        const one = (code[out] === code[into] ? stay : renew) + enter[into]! - leave[out]!;
        if (one > cost - 1e-9 && !(out === prefer && one < cost + 1e-9 && this.pairOut !== prefer)) continue;
        cost = one;
        this.pairInto = into;
        this.pairOut = out;
      }
    }
    return cost;
  }
}
