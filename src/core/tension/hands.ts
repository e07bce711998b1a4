/** Seconds that the hands need for each thing at the case, a knob or a block. Common practice, no published source. */
export const usualHands = {
  /** One pull at the gauge, read and noted. */
  pull: 12,
  /** Case out, screw turned, case refitted and threaded. */
  turn: 25,
  /** One column sewn, cut out of the hoop's field and looked at from below. */
  column: 90,
  /** A whole test block. */
  block: 720,
} as const;
export type Hands = Record<keyof typeof usualHands, number>;
