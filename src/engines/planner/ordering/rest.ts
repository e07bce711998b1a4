import { relationOf } from '../problem/minutes.ts';
import type { Model } from '../model/model.ts';

/**
 * What one thread still costs over the jobs that are left, whatever their order, given the needle of the seat that
 * serves it first: the least of its penalties and of the further seats it may take. Index: needle; Infinity: none.
 */
export type RestCost = Float64Array;

/** A request's least penalty by needle. */
export interface Wants {
  needles: readonly number[];
  penalty: readonly number[];
}

/** The needles of each request with the least penalty of each (lanes do not matter here). */
export function wantsOf(model: Model, request: number): Wants {
  const least = new Map<number, number>();
  for (let option = model.start[request]!; option < model.start[request + 1]!; option++) {
    const needle = model.needle[option]!;
    least.set(needle, Math.min(least.get(needle) ?? Infinity, model.penalty[option]!));
  }
  return { needles: [...least.keys()], penalty: [...least.values()] };
}

/**
 * `entry`: the least that a further seat of the thread costs, by needle; `free`: needles with which the thread may
 * have sat before, where a further seat may cost nothing. All sets of needles are looked at: there are few.
 */
export function restCost(
  wants: readonly Wants[],
  needles: number,
  entry: Float64Array,
  free: ReadonlySet<number>,
): RestCost {
  const cost = new Float64Array(needles).fill(Infinity);
  const used = [...new Set(wants.flatMap((want) => want.needles))];
  for (let set = 1; set < 1 << used.length; set++) {
    const chosen = used.filter((_, index) => set & (1 << index));
    let sum = 0;
    for (const { needles: own, penalty } of wants) {
      let least = Infinity;
      own.forEach((needle, index) => {
        if (chosen.includes(needle)) least = Math.min(least, penalty[index]!);
      });
      sum += least;
      if (sum === Infinity) break;
    }
    if (sum === Infinity) continue;
    const seats = chosen.map((needle): number => (free.has(needle) ? 0 : entry[needle]!));
    const all = seats.reduce((a, b) => a + b, 0);
    chosen.forEach((needle, index) => {
      cost[needle] = Math.min(cost[needle]!, sum + all - seats[index]!);
    });
  }
  return cost;
}

/**
 * The least that a seat of `thread` costs, by needle, whatever the order. `behind`: behind a request of another thread, a
 * tie-on only where some other thread of its weight class takes that needle. `anywhere`: behind a position's state or a seat
 * of the thread's own with another needle, too.
 */
export function entryCosts(
  model: Model,
  wants: readonly Wants[],
  thread: number,
): { behind: Float64Array; anywhere: Float64Array } {
  const { nodes, kept, renewed, table, places, problem, threads, needles } = model;
  const behind = new Float64Array(needles.length).fill(Infinity);
  const relationTo = (from: string | null) => relationOf(problem.classes, from, threads[thread]!);
  nodes.forEach((node, request) => {
    for (const leaving of [node.thread, node.leaves]) {
      if (leaving === thread) continue;
      const how = relationTo(threads[leaving]!);
      const has = new Set(wants[request]!.needles);
      for (let needle = 0; needle < behind.length; needle++) {
        const cost = (has.has(needle) ? kept : renewed)[how]!;
        behind[needle] = Math.min(behind[needle]!, cost);
        // A request with another needle than this one too: a new needle is always a way.
        behind[needle] = Math.min(behind[needle]!, renewed[how]!);
      }
    }
  });
  // A further seat may also come behind the thread's own, with another needle: its new needle alone.
  const anywhere = behind.map((cost) => Math.min(cost, renewed[relationTo(threads[thread]!)]!));
  for (const place of places)
    for (let needle = 0; needle < anywhere.length; needle++) {
      const cost = place.now.reduce((sum, state) => {
        const how = relationTo(state.thread);
        return sum + (state.needle === needles[needle] ? table.kept : table.needle)[how]!;
      }, 0);
      anywhere[needle] = Math.min(anywhere[needle]!, cost);
    }
  return { behind, anywhere };
}
