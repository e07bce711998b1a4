import { fromDrop, type DropOutcome } from './belief/scale.ts';
import type { Band } from '../targets.ts';

const gramsOf = (grams: number): string => `${Number(grams.toFixed(1))} g`;

/**
 * What a drop test says of a case, in a sentence: a turn is advised only where the readings it leaves all miss the band (grams). Common
 * practice, no published source. Throws as {@link fromDrop}.
 */
export function dropText(weightGrams: number, outcome: DropOutcome, band: Band): string {
  const { from, to } = fromDrop(weightGrams, outcome);
  if (outcome === 'crawls') return `Between ${gramsOf(from)} and ${gramsOf(to)}.`;
  if (outcome === 'holds')
    return from >= band.to
      ? `Above ${gramsOf(from)}: too tight. Loosen a little, then test again.`
      : `Above ${gramsOf(from)}: may be right. Turn nothing; a weight of ${gramsOf(band.to)} tells more.`;
  return to <= band.from
    ? `Below ${gramsOf(to)}: too loose. Tighten a little, then test again.`
    : `Below ${gramsOf(to)}: may be right. Turn nothing; a weight of ${gramsOf(band.from)} tells more.`;
}
