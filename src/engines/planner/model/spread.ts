import { forthOf, leastOf, serveChains, type Chains } from './chain.ts';
import type { Model } from './model.ts';

/** Square stitches that a half-sewn job's change of positions counts for: more than any levelling gains. */
const movedCounts = 1e20;

/**
 * Among plans of the same cost, one that leaves jobs half sewn where they were sewn, then one that spreads the stitches: two
 * positions trade what they carry from some job on where that costs nothing and brings the more worn one less. Goes on until no
 * trade levels further.
 */
export function spreadWear(model: Model, plan: Chains): Chains {
  const chains = plan.chains.map((chain) => [...chain]);
  const unevenOf = (place: number, chain: readonly number[]) => {
    const { position, sewn } = model.places[place]!;
    let [stitches, moved] = [sewn, 0];
    for (const node of chain) {
      const { job, request } = model.nodes[node]!;
      const asked = model.jobs[job]!.requests[request]!;
      stitches += asked.stitches;
      if (typeof asked.sewnAt === 'number' && asked.sewnAt !== position) moved++;
    }
    return stitches ** 2 + moved * movedCounts;
  };
  const costOf = (place: number, chain: readonly number[]) =>
    chain.length === 0 ? 0 : leastOf(forthOf(model, place, chain).at(-1)!);
  const uneven = chains.map((chain, place) => unevenOf(place, chain));
  const cost = chains.map((chain, place) => costOf(place, chain));
  for (let level = true; level;) {
    level = false;
    for (let a = 0; a < chains.length; a++)
      for (let b = a + 1; b < chains.length; b++)
        for (let job = 0; job < model.jobs.length; job++) {
          const at = (chain: readonly number[]) => {
            const found = chain.findIndex((request) => model.nodes[request]!.job >= job);
            return found === -1 ? chain.length : found;
          };
          const [cutA, cutB] = [at(chains[a]!), at(chains[b]!)];
          const newA = [...chains[a]!.slice(0, cutA), ...chains[b]!.slice(cutB)];
          const newB = [...chains[b]!.slice(0, cutB), ...chains[a]!.slice(cutA)];
          const [unevenA, unevenB] = [unevenOf(a, newA), unevenOf(b, newB)];
          if (unevenA + unevenB >= uneven[a]! + uneven[b]! - 1) continue;
          const [costA, costB] = [costOf(a, newA), costOf(b, newB)];
          if (costA + costB > cost[a]! + cost[b]! + 1e-6) continue;
          [chains[a], chains[b]] = [newA, newB];
          [uneven[a], uneven[b]] = [unevenA, unevenB];
          [cost[a], cost[b]] = [costA, costB];
          level = true;
        }
  }
  return serveChains(model, chains) ?? plan;
}
