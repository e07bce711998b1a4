/** Seconds that the hands need for each thing at the case. Common practice, no published source. */
export const usualHands = {
  /** One pull at the gauge, read and noted. */
  pull: 12,
  /** Case out, screw turned, case refitted and threaded. */
  turn: 25,
} as const;
