import { causeKeys, type Cause } from '../trouble/causes.ts';

/** A cause and its chance, all that was told and answered considered. */
export interface CauseChance {
  cause: Cause;
  chance: number;
}

/** Chances as they are numbered in `causeKeys`, the likeliest first. */
export const likeliestFirst = (chances: readonly number[]): CauseChance[] =>
  causeKeys.map((cause, index) => ({ cause, chance: chances[index]! })).sort((a, b) => b.chance - a.chance);
