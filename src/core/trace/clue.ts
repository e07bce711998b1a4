import type { Cause } from '../trouble/causes.ts';

/** A piece of evidence: it makes some causes likelier than others. */
export interface Clue {
  /** Names it, so that it can be struck out and found again. */
  key: string;
  /** With its number: "8 of 9 breaks on position 9, which sewed 11 % of the stitches". */
  says: string;
  /** Chance of this evidence with each cause, to a common factor; a cause left out has 1. Above 0. */
  weights: Readonly<Partial<Record<Cause, number>>>;
}
