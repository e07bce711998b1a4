import { rateOf } from '../rates/rate.ts';
import { ratioOf } from '../rates/ratio.ts';
import { howMany, perTenThousand, withRange, wholeText } from './words/words.ts';

/** What one kind of needle sewed and broke on a cloth. */
export interface OnCloth {
  needle: string;
  breaks: number;
  stitches: number;
}

/** Fewer breaks than would usually come on so many stitches say nothing: breaks expected at the others' rate, or the needle's own. */
const least = 5;

/** What this machine's ledger says of a needle on a cloth, beside practice; null: nothing was sewn on that cloth here. */
export function hereText(needle: string, cloth: string, rows: readonly OnCloth[]): string | null {
  const sum = (some: readonly OnCloth[]) => ({
    breaks: some.reduce((all, row) => all + row.breaks, 0),
    stitches: some.reduce((all, row) => all + row.stitches, 0),
  });
  const own = sum(rows.filter((row) => row.needle === needle));
  const others = sum(rows.filter((row) => row.needle !== needle));
  if (own.stitches === 0)
    return others.stitches === 0
      ? null
      : `Here: this needle has not sewn on ${cloth} in the last year; others ${rateText(others)}.`;
  const expected = others.stitches > 0 ? (others.breaks / others.stitches) * own.stitches : 0;
  if (Math.max(own.breaks, expected) < least)
    return `Here: ${howMany(own.breaks, 'break')} in ${wholeText(own.stitches)} stitches on ${cloth} with this needle, too few to say more.`;
  const text = `Here: ${rateText(own)} on ${cloth} with this needle`;
  if (others.stitches === 0) return `${text}.`;
  const { p } = ratioOf(own, others);
  return `${text}, others ${rateText(others, '')}${p < 0.05 ? '' : '; that may be chance'}.`;
}

function rateText(
  { breaks, stitches }: { breaks: number; stitches: number },
  per = ` breaks ${perTenThousand}`,
): string {
  const { rate, low, high } = rateOf(breaks, stitches);
  return `${withRange(rate ?? 0, low, high)}${per}`;
}
