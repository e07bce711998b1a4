import { is } from './about-kinds.ts';
import type { Entry } from './entry.ts';

/** How a correction hangs on what was not sent with it. */
export interface Chain {
  /** The first entry on the way to its root that is no correction of the same message. */
  base: string;
  /** Corrections from this one to the base, itself counted. */
  steps: number;
}

/** The chains of the corrections in one message, by their ids, in any order. Of a ring, which has no base, the chain ends where it began. */
export function chainsWithin(entries: readonly Entry[]): Map<string, Chain> {
  const corrects = new Map(
    entries.filter((entry) => is(entry, 'corrects')).map((entry) => [entry.id, entry.corrects!]),
  );
  const chains = new Map<string, Chain>();
  for (const id of corrects.keys()) {
    const way: string[] = [];
    const passed = new Set<string>();
    let at = id;
    while (corrects.has(at) && !chains.has(at) && !passed.has(at)) {
      passed.add(at);
      way.push(at);
      at = corrects.get(at)!;
    }
    const { base, steps } = chains.get(at) ?? { base: at, steps: 0 };
    way.reverse().forEach((one, index) => chains.set(one, { base, steps: steps + index + 1 }));
  }
  return chains;
}
