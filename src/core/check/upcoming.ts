import { millisecondsInDay } from 'date-fns/constants';
import type { Seat } from '../ledger/head-now.ts';
import { needleWorn, type NeedleLife } from '../needle/life.ts';
import type { Upkeep } from './upkeep.ts';

/** Something that will be due, for a calendar. `key` stays the same while it is the same thing. */
export interface Upcoming {
  key: string;
  /** Calendar instant of the day it is due, ISO 8601; never before `now`. */
  at: string;
  title: string;
  says: string;
}

/** Further ahead a guess from the wear so far is worth little. */
const mostDays = 120;

/**
 * What a machine will want: bars oiled, case measured, needles changed. Needles by the wear they had per day since they
 * were fitted; one fitted less than a day ago tells no rate. What is overdue is due today.
 */
export function upcoming(asked: {
  now: string;
  upkeep: Upkeep;
  barsAt: string | null;
  caseAt: string | null;
  caseEveryDays: number;
  seats: readonly Seat[];
  needleLife: NeedleLife;
}): Upcoming[] {
  const { now, upkeep, barsAt, caseAt, caseEveryDays, seats, needleLife } = asked;
  const at = (from: string | null, days: number) =>
    new Date(
      Math.max(Date.parse(now), from === null ? 0 : Date.parse(from) + days * millisecondsInDay),
    ).toISOString();
  const needles = seats.flatMap((seat): Upcoming[] => {
    const worn = seat.needle && needleWorn(seat.needle.age, needleLife);
    if (!worn || !seat.needle) return [];
    const days = (Date.parse(now) - Date.parse(seat.needle.fittedAt)) / millisecondsInDay;
    const left = worn >= 1 ? 0 : days < 1 ? Infinity : ((1 - worn) / worn) * days;
    if (left > mostDays) return [];
    const where = `position ${seat.position}${seats.some((other) => other.head > 1) ? `, head ${seat.head}` : ''}`;
    return [
      {
        key: `needle-${seat.needle.entryId}`,
        at: at(now, left),
        title: `Change the needle at ${where}`,
        says: `It has used ${Math.round(worn * 100)} % of its life; the day is a guess from its wear so far.`,
      },
    ];
  });
  return [
    {
      key: 'oil-bars',
      at: at(barsAt, upkeep.barsDays),
      title: 'Oil the needle bars',
      says: `Every ${upkeep.barsDays} days, or sooner after ${upkeep.barsHours} hours sewn. The machine’s manual goes before.`,
    },
    {
      key: 'case',
      at: at(caseAt, caseEveryDays),
      title: 'Measure the bobbin case',
      says: 'At the gauge, on the Bench.',
    },
    ...needles,
  ].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.key < b.key ? -1 : 1));
}
