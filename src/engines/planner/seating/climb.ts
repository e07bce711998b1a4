import { forbidden } from '../model/model.ts';
import type { Relaxation } from './relaxation.ts';

/** A step this far below the best bound, in parts of the bound and the reach, has run away. */
const runaway = 4;

export interface ClimbAsked {
  steps: number;
  /** The bound with the multipliers as they are. */
  first: number;
  /** The cost of the best plan known: no need to climb above it. */
  level: () => number;
  isClosed: (bound: number) => boolean;
  mayGoOn: () => boolean;
  /** Looks at what the multipliers have come to. `cheating`: requests left with another option than entered with. */
  look?: (step: number, cheating: number) => void;
  /** Called at each assignment solved. */
  solved?: () => void;
}

export interface Climbed {
  bound: number;
  /** How often each request cheated. */
  cheats: Float64Array;
  /** At the end nobody cheated: the assignment is what it costs. */
  clean: boolean;
}

/**
 * Subgradient steps towards a level a little above the best bound: an option that requests are entered with but
 * not left with grows dearer, the other way round cheaper. A step that would turn back on the last one is bent
 * (Camerini, Fratta and Maffioli 1975). Leaves the relaxation with the last multipliers.
 */
export function climb(relaxation: Relaxation, asked: ClimbAsked): Climbed {
  const { model } = relaxation;
  const { grain } = model;
  const { steps, first, isClosed, mayGoOn } = asked;
  const cheats = new Float64Array(model.nodes.length);
  const direction = new Float64Array(model.code.length);
  const best = relaxation.price.slice();
  let bound = first;
  let now = first;
  let reach = Math.max(4 * grain, 0.1 * Math.abs(first));
  let idle = 0;
  for (let step = 0; ; step++) {
    if (now >= forbidden) return { bound: now, cheats, clean: false };
    if (now > bound + 0.05 * reach) idle = 0;
    else if (++idle > 12) {
      reach = Math.max(grain, reach * 0.6);
      idle = 0;
    }
    if (now >= bound) best.set(relaxation.price);
    bound = Math.max(bound, now);
    if (isClosed(bound) || step >= steps || !mayGoOn()) return { bound, cheats, clean: false };
    const { entered, left } = relaxation.choices();
    const wrong: number[] = [];
    for (let request = 0; request < entered.length; request++)
      if (entered[request] !== left[request]) wrong.push(request);
    if (wrong.length === 0) return { bound, cheats, clean: true };
    asked.look?.(step, wrong.length);
    if (isClosed(bound)) return { bound, cheats, clean: false };
    for (const request of wrong) cheats[request]! += 1;
    const turn = bend(direction, wrong, entered, left);
    const level = Math.min(bound + reach, asked.level());
    const size = (level - now) / turn.length2;
    const touched: number[] = [];
    for (let request = 0; request < entered.length; request++) {
      let moved = false;
      for (let option = model.start[request]!; option < model.start[request + 1]!; option++)
        if (direction[option] !== 0) {
          relaxation.price[option]! += size * direction[option]!;
          moved = true;
        }
      if (moved) touched.push(request);
    }
    relaxation.touch(touched);
    now = relaxation.bound();
    asked.solved?.();
    // Steps that run away do not come back, and multipliers of millions would cost the bound its exactness.
    if (now < bound - runaway * (reach + Math.abs(bound))) {
      relaxation.price.set(best);
      relaxation.touch(model.nodes.map((_, request) => request));
      now = relaxation.bound();
      asked.solved?.();
      direction.fill(0);
      reach = Math.max(grain, reach * 0.5);
    }
  }
}

/** Adds this step's subgradient to the direction of the last, so bent that the two do not work against each other. */
function bend(
  direction: Float64Array,
  wrong: readonly number[],
  entered: Int32Array,
  left: Int32Array,
): { length2: number } {
  let along = 0;
  let length2 = 0;
  for (const value of direction) length2 += value * value;
  for (const request of wrong) along += direction[entered[request]!]! - direction[left[request]!]!;
  const keep = along < 0 && length2 > 0 ? Math.min(2, (-1.5 * along) / length2) : 0;
  for (let option = 0; option < direction.length; option++) direction[option]! *= keep;
  for (const request of wrong) {
    direction[entered[request]!]! += 1;
    direction[left[request]!]! -= 1;
  }
  length2 = 0;
  for (let option = 0; option < direction.length; option++) {
    if (Math.abs(direction[option]!) < 0.1) direction[option] = 0;
    length2 += direction[option]! * direction[option]!;
  }
  return { length2 };
}
