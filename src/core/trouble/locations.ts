/**
 * Where a part sits. What a swap tells follows from it: nothing of that is written by hand for each cause. `isOwn`: it is one
 * position's, or goes with its cone.
 */
export const locations = {
  position: { isOwn: true },
  cone: { isOwn: true },
  head: { isOwn: false },
  /** With the hooped piece. */
  piece: { isOwn: false },
  /** Shared by all heads. */
  design: { isOwn: false },
  speed: { isOwn: false },
  unknown: { isOwn: false },
} as const satisfies Record<string, { isOwn: boolean }>;
export type Location = keyof typeof locations;
