import { keysOf } from '../base/keys.ts';
import type { Location } from './locations.ts';

interface ScopeRecord {
  name: string;
  /** Of 100 faults in a part that sits so, this many show in this way. All from memory, to be learnt. */
  of: Readonly<Record<Location, number>>;
}

/**
 * Where it shows: the strongest evidence of all. How often a fault shows so follows from where its part sits; a cause that
 * shows otherwise says so itself (`where`). Common practice, no published source; the numbers are from memory.
 */
export const scopes = {
  one_position: {
    name: 'One position',
    of: { position: 72, cone: 38, head: 5, piece: 6, design: 10, speed: 10, unknown: 40 },
  },
  all_positions: {
    name: 'All positions alike',
    of: { position: 2, cone: 3, head: 60, piece: 28, design: 8, speed: 12, unknown: 25 },
  },
  one_head: {
    name: 'One head of several',
    of: { position: 4, cone: 2, head: 20, piece: 8, design: 0.5, speed: 0.5, unknown: 5 },
  },
  with_cone: {
    name: 'One thread, wherever it sits',
    of: { position: 3, cone: 40, head: 1, piece: 1, design: 2, speed: 4, unknown: 5 },
  },
  same_place: {
    name: 'Same place of the design',
    of: { position: 1.5, cone: 1.5, head: 1, piece: 14, design: 70, speed: 4, unknown: 5 },
  },
  hoop_edge: {
    name: 'Near the hoop’s edge',
    of: { position: 1, cone: 1, head: 2, piece: 16, design: 2, speed: 1, unknown: 5 },
  },
  above_speed: {
    name: 'Only when fast',
    of: { position: 5, cone: 7, head: 4, piece: 5, design: 4, speed: 66, unknown: 5 },
  },
  after_trim: {
    name: 'First stitches after a trim',
    of: { position: 6, cone: 3, head: 4, piece: 3, design: 2, speed: 1, unknown: 5 },
  },
  this_cloth: {
    name: 'Only on this cloth or its seams',
    of: { position: 3, cone: 2, head: 1, piece: 19, design: 4, speed: 2, unknown: 5 },
  },
} as const satisfies Record<string, ScopeRecord>;

export type Scope = keyof typeof scopes;
export const scopeKeys = keysOf(scopes);
