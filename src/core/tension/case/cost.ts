import { aimOf, tolerableTo, type Band } from '../targets.ts';

/**
 * Seconds that it costs later to leave a case at a gram outside: too loose, bobbin comes up and a block is sewn for nothing; a case that is found on the tight side is
 * put up with, farther up it puckers. One that is being set is set right: the tight side counts like the loose one. Inside the band the aim is a little better. From
 * memory, so set that what is done at the machine comes out: a reading at the band's ends is left, one or two grams below get a nip, five above are left.
 */
const perGram = {
  found: { below: 55, tolerable: 3, above: 30, inside: 0.5 },
  set: { below: 250, tolerable: 250, above: 250, inside: 5 },
} as const;

/** Seconds that it costs later to leave a case at these grams. `isBeingSet`: it was turned a moment ago. */
export function costOfLeaving(grams: number, band: Band, isBeingSet: boolean): number {
  const cost = perGram[isBeingSet ? 'set' : 'found'];
  const below = Math.max(0, band.from - grams);
  const tolerable = Math.max(0, Math.min(grams, tolerableTo(band)) - band.to);
  const above = Math.max(0, grams - tolerableTo(band));
  return (
    cost.below * below +
    cost.tolerable * tolerable +
    cost.above * above +
    cost.inside * Math.abs(grams - aimOf(band))
  );
}
