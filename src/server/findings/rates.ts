import { millisecondsInDay } from 'date-fns/constants';
import type { ChangedData, PairingData, PlacesData } from '../../schemas/findings.ts';
import { rowsUnprepared } from '../base/database.ts';
import { ofAsked, told, valuesOf, type QuestionScope } from './question-scope.ts';

/** Breaks and stitches of each seat. */
export async function placesOf(asked: QuestionScope): Promise<PlacesData> {
  const places = await rowsUnprepared<PlacesData['places'][number]>(
    `SELECT head, position, sum(breaks)::int8 AS breaks, sum(stitches)::int8 AS stitches FROM sewn_day
     WHERE ${ofAsked} AND head > 0 AND position > 0 GROUP BY 1, 2 ORDER BY 1, 2`,
    valuesOf(asked),
  );
  return { ...told(asked), places };
}

/** Breaks and stitches of each kind of needle. */
export async function pairingOf(asked: QuestionScope): Promise<PairingData> {
  const found = await rowsUnprepared<PairingData['rows'][number]>(
    `SELECT needle_kind AS needle, sum(breaks)::int8 AS breaks, sum(stitches)::int8 AS stitches FROM sewn_cell
     WHERE ${ofAsked} AND needle_kind <> '' GROUP BY 1 ORDER BY 1`,
    valuesOf(asked),
  );
  return { ...told(asked), rows: found };
}

/** So many steps of time are told at most: over longer times they are weeks. */
const mostDays = 400;

const columns = ['step', 'head', 'position', 'breaks', 'stitches'] as const;

/** Breaks and stitches of each seat day by day (week by week over longer times); days on which nothing was sewn are left out. */
export async function seriesOf(asked: QuestionScope): Promise<ChangedData> {
  const isLong = (Date.parse(asked.to) - Date.parse(asked.from)) / millisecondsInDay >= mostDays;
  // As columns, in any order: sorting and grouping thousands of small rows takes longer in the database than here.
  const [found] = await rowsUnprepared<Record<(typeof columns)[number], number[]>>(
    `SELECT ${columns.map((column) => `coalesce(json_agg(${column}), '[]') AS ${column}`).join(', ')}
     FROM (
       SELECT ${isLong ? `date_trunc('week', day::timestamp)::date` : 'day'} - $2::date AS step, head, position, sum(breaks) AS breaks,
         sum(stitches) AS stitches
       FROM sewn_day WHERE ${ofAsked} AND head > 0 AND position > 0 GROUP BY 1, 2, 3) each`,
    valuesOf(asked),
  );
  const { step, head, position, breaks, stitches } = found!;
  const steps = [...new Set(step)].sort((a, b) => a - b);
  const placeOf = new Map(steps.map((each, index) => [each, index]));
  const seats = new Map<number, ChangedData['series'][number]>();
  step.forEach((each, index) => {
    const key = head[index]! * 100 + position[index]!;
    let seat = seats.get(key);
    if (!seat) {
      const none = () => steps.map(() => 0);
      seat = { head: head[index]!, position: position[index]!, breaks: none(), stitches: none() };
      seats.set(key, seat);
    }
    const place = placeOf.get(each)!;
    seat.breaks[place] = breaks[index]!;
    seat.stitches[place] = stitches[index]!;
  });
  const begins = Date.parse(asked.from);
  return {
    ...told(asked),
    days: steps.map((each) => new Date(begins + each * millisecondsInDay).toISOString().slice(0, 10)),
    series: [...seats].sort(([a], [b]) => a - b).map(([, seat]) => seat),
  };
}
