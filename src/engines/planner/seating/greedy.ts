import { Assignment } from '../../../core/base/assignment.ts';
import type { Chains } from '../model/chain.ts';
import { between } from '../model/change.ts';
import { forbidden, type Model } from '../model/model.ts';

/**
 * What an operator does who looks at one job at a time: its threads go where they cost least now, whatever comes
 * after. Within the job this is exact. A plan that always exists when each job by itself fits; null when one does not.
 */
export function greedyPlan(model: Model): Chains | null {
  const { places, nodes, firstOf } = model;
  const chains: number[][] = places.map(() => []);
  const option = new Int32Array(nodes.length);
  let minutes = 0;
  for (let job = 0; job < model.jobs.length; job++) {
    const first = firstOf[job]!;
    const count = firstOf[job + 1]! - first;
    if (count > places.length) return null;
    const assignment = new Assignment(new Int32Array(places.length).fill(places.length));
    for (let target = 0; target < places.length; target++)
      for (let place = 0; place < places.length; place++)
        assignment.cost[target * places.length + place] =
          target < count ? cheapest(model, place, chains[place]!, option, first + target).cost : 0;
    const cost = assignment.solve();
    if (cost >= forbidden) return null;
    minutes += cost;
    for (let target = 0; target < count; target++) {
      const place = assignment.sourceOf[target]!;
      const request = first + target;
      option[request] = cheapest(model, place, chains[place]!, option, request).into;
    }
    for (let target = 0; target < count; target++) chains[assignment.sourceOf[target]!]!.push(first + target);
  }
  return { chains, option, minutes };
}

function cheapest(
  model: Model,
  place: number,
  chain: readonly number[],
  option: Int32Array,
  request: number,
): { cost: number; into: number } {
  const last = chain.at(-1);
  let cost = forbidden;
  let into = model.start[request]!;
  for (let one = into; one < model.start[request + 1]!; one++) {
    const minutes =
      last === undefined || model.lane[one] !== model.placeLane[place]
        ? model.onto[place * model.code.length + one]!
        : between(model, last, option[last]!, request, one);
    if (minutes < cost) {
      cost = minutes;
      into = one;
    }
  }
  return { cost, into };
}
