/** Where a number comes from, best first. */
export const bases = {
  measured: 'measured here',
  published: 'published source',
  practice: 'common practice, no published source',
  memory: 'a value from memory',
} as const;
export type Basis = keyof typeof bases;

/** A number that says how sure it is: `spread` is its relative uncertainty (0.1: a tenth either way). */
export interface Quantity {
  value: number;
  unit: 'mm' | 'm' | 'share' | 'stitches' | 'g';
  spread: number;
  basis: Basis;
  /** One sentence: what it follows from. */
  because: string;
}

/** Relative spreads of independent factors, each raised to `power`, taken together. */
export function spreadOf(...factors: readonly { spread: number; power?: number }[]): number {
  return Math.hypot(...factors.map(({ spread, power = 1 }) => spread * power));
}
