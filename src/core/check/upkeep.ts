import { millisecondsInDay } from 'date-fns/constants';

/** How often a machine is oiled, as the workshop keeps it. The machine's manual goes before. */
export interface Upkeep {
  /** Needle bars: every so many days, or sooner after so many hours sewn. */
  barsDays: number;
  barsHours: number;
}

/** Common practice, no published source; the hours are from memory. */
export const defaultUpkeep: Upkeep = { barsDays: 3, barsHours: 20 };

/** Why the needle bars want oil now, or null. `last`: when they last had it; `sewnMs`: sewn since then. */
export function barsDue(
  upkeep: Upkeep,
  { last, sewnMs, now }: { last: string | null; sewnMs: number; now: string },
): string | null {
  if (last === null) return 'No oiling of the bars is on record.';
  const days = (Date.parse(now) - Date.parse(last)) / millisecondsInDay;
  const hours = sewnMs / 3_600_000;
  if (hours >= upkeep.barsHours)
    return `${Math.floor(hours)} hours sewn since they were oiled; they get it every ${upkeep.barsHours}.`;
  if (days >= upkeep.barsDays)
    return `Last oiled ${Math.floor(days)} days ago; they get it every ${upkeep.barsDays} days.`;
  return null;
}
