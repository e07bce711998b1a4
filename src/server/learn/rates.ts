import type { ChangedData, PairingData, PlacesData } from '../../schemas/findings.ts';
import { rowsPlannedAnew } from '../base/database.ts';
import { ofAsked, told, valuesOf, type Asked } from './asked.ts';

/** Breaks and stitches of each seat. */
export async function placesOf(asked: Asked): Promise<PlacesData> {
  const places = await rowsPlannedAnew<PlacesData['places'][number]>(
    `SELECT head, position, sum(breaks)::int8 AS breaks, sum(stitches)::int8 AS stitches FROM sewn_day
     WHERE ${ofAsked} AND head > 0 AND position > 0 GROUP BY 1, 2 ORDER BY 1, 2`,
    valuesOf(asked),
  );
  return { ...told(asked), places };
}

/** Breaks and stitches of each kind of needle. */
export async function pairingOf(asked: Asked): Promise<PairingData> {
  const found = await rowsPlannedAnew<PairingData['rows'][number]>(
    `SELECT needle_kind AS needle, sum(breaks)::int8 AS breaks, sum(stitches)::int8 AS stitches FROM sewn_cell
     WHERE ${ofAsked} AND needle_kind <> '' GROUP BY 1 ORDER BY 1`,
    valuesOf(asked),
  );
  return { ...told(asked), rows: found };
}

/** So many steps of time are told at most: over longer times they are weeks. */
const mostDays = 400;

/** Breaks and stitches of each seat day by day (week by week over longer times); days on which nothing was sewn are left out. */
export async function seriesOf(asked: Asked): Promise<ChangedData> {
  const isLong = (Date.parse(asked.to) - Date.parse(asked.from)) / 86_400_000 >= mostDays;
  const found = await rowsPlannedAnew<{
    head: number;
    position: number;
    days: string[];
    breaks: number[];
    stitches: number[];
  }>(
    `SELECT head, position, json_agg(step) AS days, json_agg(breaks) AS breaks, json_agg(stitches) AS stitches FROM (
       SELECT head, position, ${isLong ? `date_trunc('week', day::timestamp)::date` : 'day'} AS step, sum(breaks) AS breaks,
         sum(stitches) AS stitches
       FROM sewn_day WHERE ${ofAsked} AND head > 0 AND position > 0 GROUP BY 1, 2, 3) each
     GROUP BY 1, 2 ORDER BY 1, 2`,
    valuesOf(asked),
  );
  const days = [...new Set(found.flatMap((seat) => seat.days))].sort();
  const at = new Map(days.map((day, index) => [day, index]));
  const series = found.map((seat) => {
    const breaks = days.map(() => 0);
    const stitches = days.map(() => 0);
    seat.days.forEach((day, index) => {
      const place = at.get(day)!;
      breaks[place] = seat.breaks[index]!;
      stitches[place] = seat.stitches[index]!;
    });
    return { head: seat.head, position: seat.position, breaks, stitches };
  });
  return { ...told(asked), days, series };
}
