import type { FactorCell } from '../factors/factors.ts';
import { goesWith } from '../factors/goes-with.ts';
import { perMany } from '../life/replace.ts';
import type { Answer, Bar } from './words/answer.ts';
import { leastBreaks, tooWide } from './with.ts';
import { daysOf, figure, howMany, whenThere, wholeText, withRange } from './words/words.ts';

export interface SpeedAsked {
  cells: readonly FactorCell[];
  heads: number;
  /** What a break of the top thread or the needle took on average, minutes; null: none is on record with its time. */
  breakMinutes: number | null;
  from: string;
  to: string;
}

/** What 100,000 stitches of one head take at a speed, breaks and all, minutes; the interval is that of how breaks go with speed, 95 in 100. */
export interface AtSpeed {
  /** Stitches a minute. */
  speed: number;
  minutes: number;
  low: number;
  high: number;
  /** Of them sewing. */
  sewing: number;
  breaks: number;
  stitches: number;
}

const answered = { more: [], steps: [], chart: null, table: { columns: [], rows: [] } };

/**
 * Minutes at each speed that was sewn and can be told apart from all else, slowest first: sewing, and the breaks that go with it. A break at one head
 * stops all of them, so with more heads breaks weigh more. `usual`: the speed that the others were held against; null where breaks say nothing.
 */
export function minutesAtSpeeds({
  cells,
  heads,
  breakMinutes,
}: Pick<SpeedAsked, 'cells' | 'heads'> & { breakMinutes: number }): {
  usual: AtSpeed;
  all: AtSpeed[];
} | null {
  const sewn = new Map<string, { breaks: number; stitches: number }>();
  for (const { levels, breaks, stitches } of cells) {
    const sum = sewn.get(levels.speed) ?? { breaks: 0, stitches: 0 };
    sewn.set(levels.speed, { breaks: sum.breaks + breaks, stitches: sum.stitches + stitches });
  }
  const [most] = [...sewn].sort(([, a], [, b]) => b.stitches - a.stitches);
  if (!most) return null;
  // Held against the speed at which most was sewn, though by its breaks another may be the usual one.
  const effects = (goesWith(cells, { speed: most[0] })?.effects ?? []).filter(
    ({ factor }) => factor === 'speed',
  );
  const told = effects.filter(({ usual, low, high }) => usual === most[0] && high < tooWide * low);
  const times = new Map(told.map(({ level, ...effect }) => [level, effect]));
  // As often as it broke, were everything sewn at the usual speed; what cannot be told apart counts as if it were.
  let [breaks, exposure] = [0, 0];
  for (const [level, sum] of sewn) {
    breaks += sum.breaks;
    exposure += sum.stitches * (times.get(level)?.times ?? 1);
  }
  if (!(exposure > 0) || breaks === 0) return null;
  const breaking = (breaks / exposure) * perMany * heads * breakMinutes;
  const at = (level: string, { value, low, high }: { value: number; low: number; high: number }): AtSpeed => {
    const sewing = perMany / Number(level);
    const minutes = (times: number) => sewing + breaking * times;
    return {
      ...{ speed: Number(level), sewing, ...sewn.get(level)! },
      ...{ minutes: minutes(value), low: minutes(low), high: minutes(high) },
    };
  };
  const usual = at(most[0], { value: 1, low: 1, high: 1 });
  const others = told.map(({ level, times: value, low, high }) => at(level, { value, low, high }));
  return { usual, all: [usual, ...others].sort((a, b) => a.speed - b.speed) };
}

/** At which speed the same work takes least, breaks and all. */
export function speedAnswer({ cells, heads, breakMinutes, from, to }: SpeedAsked): Answer {
  const breaks = cells.reduce((sum, cell) => sum + cell.breaks, 0);
  const stitches = cells.reduce((sum, cell) => sum + cell.stitches, 0);
  const rests = `${howMany(breaks, 'break')} in ${wholeText(stitches)} stitches${breakMinutes === null ? '' : `, ${figure(breakMinutes)} min each`}`;
  const untold = (missing: string): Answer => ({
    ...{ ...answered, rests, missing },
    says: 'Which speed takes least cannot be told yet.',
  });
  if (breaks < leastBreaks) {
    const when = whenThere(leastBreaks - breaks, breaks, daysOf({ from, to }));
    return untold(
      `${leastBreaks} breaks are needed; ${leastBreaks - breaks} are missing${when ? `, at today’s pace ${when}` : ''}.`,
    );
  }
  if (breakMinutes === null) return untold('No break is on record with the time that it took.');
  const found = minutesAtSpeeds({ cells, heads, breakMinutes });
  if (!found || found.all.length < 2) {
    const speeds = new Set(cells.map(({ levels }) => levels.speed));
    return untold(
      speeds.size > 1
        ? 'What was sewn at other speeds never parted from something else, or was too little. Sew the same job at two speeds, some days each.'
        : `Everything was sewn at about ${[...speeds][0]} st/min. Sew a job at another speed for some days, and what it does to breaks will show.`,
    );
  }
  const { usual, all } = found;
  const best = all.reduce((least, other) => (other.minutes < least.minutes ? other : least));
  const isSure = best !== usual && best.high < usual.minutes;
  return {
    ...answered,
    rests,
    missing: null,
    says:
      best === usual
        ? `${speedText(usual)}, at which most was sewn, takes least of the speeds that were tried: ${figure(usual.minutes)} min for 100,000 stitches, breaks and all.`
        : `At ${speedText(best)} 100,000 stitches take ${withRange(best.minutes, best.low, best.high, figure)} min, breaks and all; at ${usual.speed}, as most was sewn, ${figure(usual.minutes)}${isSure ? '' : ': not for sure less'}.`,
    more: [
      ...all
        .filter((each) => each !== usual && each !== best)
        .map(
          (each) =>
            `At ${speedText(each)}: ${withRange(each.minutes, each.low, each.high, figure)} min, ${figure(each.sewing)} of them sewing.`,
        ),
      'All else alike: what is sewn fast may be the easier work. The machine’s manual and what the thread bears set the limit.',
    ],
    chart: {
      is: 'bars',
      unit: 'min per 100,000 stitches',
      common: usual.minutes,
      ...{ dashed: 'the speed at which most was sewn', full: 'takes least' },
      bars: all.map(barOf(best)),
    },
    table: {
      columns: [
        'speed, st/min',
        'minutes per 100,000 stitches',
        'low',
        'high',
        'sewing',
        'breaks',
        'stitches',
      ],
      rows: all.map((each) => [
        ...[each.speed, each.minutes, each.low, each.high, each.sewing, each.breaks, each.stitches],
      ]),
    },
  };
}

const speedText = ({ speed }: AtSpeed) => `${speed} st/min`;

const barOf =
  (best: AtSpeed) =>
  (each: AtSpeed): Bar => ({
    ...{
      name: speedText(each),
      value: each.minutes,
      low: each.low,
      high: each.high,
      isMarked: each === best,
    },
    rests: `${howMany(each.breaks, 'break')} in ${wholeText(each.stitches)} stitches; ${figure(each.sewing)} min of it sewing`,
  });
