import { mechanicalChecks } from '../mechanical-checks.ts';
import type { LookRecord } from './step.ts';

const basis = 'memory';
const kind = 'look';

/** Checks with the power off, by the machine's own gauges. Common practice, no published source; minutes and chances are from memory. */
export const gaugeChecks = {
  needle_depth: {
    kind,
    ...mechanicalChecks.needle_depth,
    says: 'Power off. Depth of the needle by this machine’s own gauge and angle, as its card shows.',
    minutes: 5,
    parts: ['bar'],
    tells: { bar_high: { high: 0.92 }, needle_low: { low: 0.5 }, clamp_loose: { low: 0.3 } },
    otherwise: { right: 0.94, high: 0.03, low: 0.03 },
    basis,
  },
  foot_height: {
    kind,
    ...mechanicalChecks.foot_height,
    says: 'Power off, shaft at 0°: less than a thin coin over the plate, parallel, clear of the needle.',
    minutes: 3,
    parts: ['foot'],
    tells: { foot_high: { high: 0.9 }, foot_bent: { bent: 0.75 } },
    otherwise: { right: 0.95, high: 0.03, bent: 0.02 },
    basis,
  },
  centre_hole: {
    kind,
    ...mechanicalChecks.centre_hole,
    says: 'Power off, middle position, shaft turned by hand: the needle goes into the middle of the hole, free down and up.',
    minutes: 4,
    parts: ['plate'],
    tells: { centring: { off: 0.92 }, needle_worn: { off: 0.08 } },
    otherwise: { centred: 0.97, off: 0.03 },
    basis,
  },
  hook_play: {
    kind,
    ...mechanicalChecks.hook_play,
    says: 'Power off, near 200°: a little play between the hook’s point and the needle?',
    minutes: 5,
    parts: ['hook'],
    tells: { timing: { touches: 0.85 } },
    otherwise: { play: 0.96, touches: 0.04 },
    basis,
  },
} as const satisfies Record<string, LookRecord>;
