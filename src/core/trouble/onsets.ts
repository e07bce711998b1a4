import type { Basis } from '../base/quantity.ts';
import type { Cause } from './causes.ts';

interface SinceRecord {
  name: string;
  /** How many times likelier this beginning is with that cause than with one it has nothing to do with. */
  raises: Readonly<Partial<Record<Cause, number>>>;
  basis: Basis;
}

/** Since when: what happened just before the first of them. Common practice, no published source; the numbers are from memory. */
export const onsets = {
  impact: {
    name: 'An impact: foot caught, frame or seam struck',
    raises: {
      needle_worn: 40,
      bar_high: 220,
      foot_bent: 55,
      foot_high: 20,
      clamp_loose: 15,
      needle_low: 4,
      timing: 25,
      centring: 20,
      hook_burr: 12,
      hoop_loose: 6,
    },
    basis: 'memory',
  },
  new_cone: {
    name: 'A new cone',
    raises: {
      thread_batch: 20,
      thread_old: 12,
      cone_caught: 8,
      guide_missed: 8,
      lever_missed: 8,
      knob_tight: 5,
      knob_loose: 5,
      wheel_stuck: 3,
      needle_for_thread: 6,
    },
    basis: 'memory',
  },
  needle_change: {
    name: 'A needle change',
    raises: {
      needle_turned: 25,
      needle_low: 20,
      needle_thin: 8,
      needle_for_thread: 8,
      needle_point: 8,
      clamp_loose: 12,
      lever_missed: 3,
    },
    basis: 'memory',
  },
  rethread: {
    name: 'A re-thread',
    raises: { guide_missed: 12, lever_missed: 12, cone_caught: 5, wheel_stuck: 6, discs_lint: 2 },
    basis: 'memory',
  },
  new_bobbin: {
    name: 'A new bobbin or bobbin thread',
    raises: { bobbin_loaded: 20, bobbin_swollen: 12, case_loose: 8, case_tight: 8, case_lint: 3 },
    basis: 'memory',
  },
  case_dropped: {
    name: 'The case fell',
    raises: { case_bent: 200, case_loose: 5, case_tight: 5 },
    basis: 'memory',
  },
  screw_turned: {
    name: 'The case’s screw was turned',
    raises: { case_loose: 14, case_tight: 14 },
    basis: 'memory',
  },
  rest: {
    name: 'A night’s rest or longer',
    raises: { thread_old: 6, hook_dry: 8, cone_caught: 2, discs_lint: 2 },
    basis: 'memory',
  },
  cleaned: {
    name: 'Cleaning or oiling',
    raises: { bobbin_loaded: 6, guide_missed: 3, lever_missed: 3, case_lint: 2 },
    basis: 'memory',
  },
} as const satisfies Record<string, SinceRecord>;

export type Onset = keyof typeof onsets;
