import type { Cause } from '../trouble/causes.ts';

/** Two causes at once are so much rarer than their odds by themselves would say: a head is mostly found with one. From memory. */
export const pairWeight = 0.15;

interface TogetherRecord {
  /** Any two of these. */
  causes: readonly Cause[];
  /** So many times likelier together than by chance. From memory. */
  times: number;
  why: string;
}

/** Causes that come together. Common practice, no published source. */
const together: readonly TogetherRecord[] = [
  {
    causes: ['needle_worn', 'bar_high', 'foot_bent', 'foot_high', 'clamp_loose', 'hook_burr'],
    times: 25,
    why: 'One impact bends more than one part.',
  },
  { causes: ['thread_old', 'knob_tight'], times: 4, why: 'Dry thread pulls harder.' },
  { causes: ['guide_missed', 'lever_missed'], times: 4, why: 'Threaded in one go.' },
  { causes: ['case_bent', 'case_loose', 'case_tight'], times: 6, why: 'A case that fell.' },
];

/** How many times likelier two causes are together than by chance. */
export function pairOdds(a: Cause, b: Cause): number {
  return together.find(({ causes }) => causes.includes(a) && causes.includes(b))?.times ?? 1;
}

/** Why two causes come together; null: nothing known. */
export function pairReason(a: Cause, b: Cause): string | null {
  return together.find(({ causes }) => causes.includes(a) && causes.includes(b))?.why ?? null;
}
