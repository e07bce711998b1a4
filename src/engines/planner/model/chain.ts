import { between } from './change.ts';
import { forbidden, type Model } from './model.ts';

/** A whole plan, by numbers: the requests on each place in order, and the option each is served with (over all nodes). */
export interface Chains {
  chains: readonly (readonly number[])[];
  option: Int32Array;
  minutes: number;
}

/** Least minutes for a chain's beginning, by the option of its last request. */
export type Forth = Float64Array;

/** The forth of a chain that goes on to `request`: behind `previous`, or first on the place (null). */
export function extend(
  model: Model,
  place: number,
  forth: Forth | null,
  previous: number,
  request: number,
): Forth {
  const { start, onto, code } = model;
  const from = start[request]!;
  const next = new Float64Array(start[request + 1]! - from);
  if (forth) addChange(model, previous, request, forth, next, true);
  else for (let into = 0; into < next.length; into++) next[into] = onto[place * code.length + from + into]!;
  return next;
}

/** Least minutes after a request, by its option; `back` is that of the request behind it. */
export function precede(model: Model, request: number, next: number, back: Float64Array): Float64Array {
  const before = new Float64Array(model.start[request + 1]! - model.start[request]!);
  addChange(model, request, next, back, before, false);
  return before;
}

/**
 * The least that the change from a request's option to the next one's adds: to `known` of the first, for each option
 * of the next (forth), or to `known` of the next, for each option of the first. In one loop: the search lives here.
 */
function addChange(
  model: Model,
  from: number,
  to: number,
  known: Float64Array,
  into: Float64Array,
  isForth: boolean,
): void {
  const { start, lane, code, relation, kept, renewed, penalty, nodes } = model;
  const how = relation[from * nodes.length + to]!;
  const stay = kept[how]!;
  const renew = renewed[how]!;
  const firstOut = start[from]!;
  const firstInto = start[to]!;
  const outs = start[from + 1]! - firstOut;
  const intos = start[to + 1]! - firstInto;
  into.fill(forbidden);
  for (let b = 0; b < intos; b++) {
    const ends = firstInto + b;
    for (let a = 0; a < outs; a++) {
      const begins = firstOut + a;
      if (lane[begins] !== lane[ends]) continue;
      const change = (code[begins] === code[ends] ? stay : renew) + penalty[ends]!;
      if (isForth) {
        const cost = known[a]! + change;
        if (cost < into[b]!) into[b] = cost;
      } else {
        const cost = known[b]! + change;
        if (cost < into[a]!) into[a] = cost;
      }
    }
  }
}

/** The least of some costs, minutes; Infinity of none. */
export const leastOf = (values: Float64Array) => {
  let least = Infinity;
  for (const value of values) if (value < least) least = value;
  return least;
};

/** The forth of every request of a chain. */
export function forthOf(model: Model, place: number, chain: readonly number[]): Forth[] {
  const all: Forth[] = [];
  chain.forEach((request, step) =>
    all.push(extend(model, place, all[step - 1] ?? null, chain[step - 1] ?? -1, request)),
  );
  return all;
}

/** What comes after every request of a chain, by its option. */
export function backOf(model: Model, chain: readonly number[]): Float64Array[] {
  const all: Float64Array[] = [];
  for (let step = chain.length - 1; step >= 0; step--) {
    const request = chain[step]!;
    all[step] =
      step === chain.length - 1
        ? new Float64Array(model.start[request + 1]! - model.start[request]!)
        : precede(model, request, chain[step + 1]!, all[step + 1]!);
  }
  return all;
}

/**
 * Given who sits where in which order, the best option of every request: each place by itself, exactly, by dynamic
 * programming along its chain. Null when a chain cannot be served (a lock or a pin stands against it).
 */
export function serveChains(model: Model, chains: readonly (readonly number[])[]): Chains | null {
  const option = new Int32Array(model.nodes.length);
  let minutes = 0;
  for (const [place, chain] of chains.entries()) {
    if (chain.length === 0) continue;
    const forth = forthOf(model, place, chain);
    const last = forth.at(-1)!;
    const least = leastOf(last);
    if (least >= forbidden) return null;
    minutes += least;
    let best = last.indexOf(least);
    for (let step = chain.length - 1; step >= 0; step--) {
      const request = chain[step]!;
      const into = model.start[request]! + best;
      option[request] = into;
      if (step === 0) break;
      const previous = chain[step - 1]!;
      const before = forth[step - 1]!;
      best = 0;
      let cheapest = Infinity;
      for (let out = 0; out < before.length; out++) {
        const cost = before[out]! + between(model, previous, model.start[previous]! + out, request, into);
        if (cost < cheapest) {
          cheapest = cost;
          best = out;
        }
      }
    }
  }
  return { chains: chains.map((chain) => [...chain]), option, minutes };
}
