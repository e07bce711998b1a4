import { factors, type Factor, type FactorCell } from '../factors/factors.ts';
import { goesWith, type Effect, type Together } from '../factors/goes-with.ts';
import { questionNames } from '../question-names.ts';
import type { Answer, Bar } from './words/answer.ts';
import { capital } from './words/place-name.ts';
import { daysOf, figure, howMany, whenThere, wholeText, withRange } from './words/words.ts';

export interface WithAsked {
  cells: readonly FactorCell[];
  from: string;
  to: string;
}

/** Fewer breaks than this are not laid out by all factors at once. */
export const leastBreaks = 40;
const mostBars = 12;
/** An interval whose ends lie so many times apart says nothing. */
export const tooWide = 8;
/** Chances of a wrong and of a missed difference with which the days for a swap are reckoned: 5 and 20 in 100. */
const bothErrors = 1.96 + 0.84;

const says = ({ factor, level }: { factor: Factor; level: string }) => factors[factor].says(level);

/** What a level is held against. */
const against = ({ factor, usual }: Pick<Effect, 'factor' | 'usual'>) =>
  factors[factor].short?.(usual) ?? says({ factor, level: usual });

/** What goes with breaks, all circumstances looked at together. */
export function withAnswer({ cells, from, to }: WithAsked): Answer {
  const breaks = cells.reduce((sum, cell) => sum + cell.breaks, 0);
  const stitches = cells.reduce((sum, cell) => sum + cell.stitches, 0);
  const days = daysOf({ from, to });
  const rests = `${howMany(breaks, 'break')} in ${wholeText(stitches)} stitches`;
  const found = breaks < leastBreaks ? null : goesWith(cells);
  const table = {
    columns: ['what', 'level', 'against', 'times', 'low', 'high', 'breaks', 'stitches', 'not by chance'],
    rows: (found?.effects ?? []).map((effect) => [
      ...[factors[effect.factor].name, effect.level, effect.usual, effect.times, effect.low, effect.high],
      ...[effect.breaks, effect.stitches, effect.isFound ? 'yes' : 'no'],
    ]),
  };
  if (!found) {
    const when = whenThere(leastBreaks - breaks, breaks, days);
    return {
      ...{ more: [], rests, chart: null, steps: [], table },
      says: 'What goes with breaks cannot be told yet.',
      missing:
        breaks < leastBreaks
          ? `${leastBreaks} breaks are needed to look at everything together; ${leastBreaks - breaks} are missing${when ? `, at today’s pace ${when}` : ''}.`
          : 'Everything was sewn alike: one thread, one needle, one cloth.',
    };
  }
  const sure = [...found.effects.filter(({ isFound }) => isFound)].sort((a, b) => b.times - a.times);
  const [worst, ...others] = sure;
  const isTold = ({ low, high }: Effect) => high < tooWide * low;
  // Jobs are many, and of most nothing is to be seen: only those that make a difference are drawn; the table has them all.
  const told = [
    ...sure,
    ...found.effects.filter((effect) => !effect.isFound && effect.factor !== 'job' && isTold(effect)),
  ].slice(0, mostBars);
  const untold = found.effects.filter((effect) => !isTold(effect)).length;
  const joint = found.together.filter(({ isFound }) => isFound);
  return {
    says: worst
      ? `${capital(says(worst))} goes with ${withRange(worst.times, worst.low, worst.high)} times the breaks of ${against(worst)}, all else alike.`
      : joint.length > 0
        ? togetherText(joint[0]!, breaks / stitches, stitches / days)
        : 'Nothing that was looked at goes with breaks more than chance would have it.',
    more: [
      ...others
        .slice(0, 6)
        .map(
          (effect) =>
            `${capital(says(effect))}: ${withRange(effect.times, effect.low, effect.high)} times ${against(effect)}.`,
        ),
      // How often an old needle breaks is half of it: what a change costs is weighed there.
      ...(sure.some(({ factor, times }) => factor === 'age' && times > 1)
        ? [`Whether changing needles sooner pays is weighed under “${questionNames.needles.name}”.`]
        : []),
      ...joint.slice(worst ? 0 : 1).map((pair) => togetherText(pair, breaks / stitches, stitches / days)),
      ...(untold > 0
        ? [
            `Of ${howMany(untold, 'level')} nothing can be said: sewn too little, or never apart from something else.`,
          ]
        : []),
      ...(found.dispersion > 1.3
        ? [
            `Breaks come in heaps (${figure(found.dispersion)} times as uneven as by chance); the intervals are as much wider.`,
          ]
        : []),
    ],
    rests,
    missing: null,
    chart:
      told.length > 0
        ? {
            is: 'bars',
            unit: 'times the usual',
            common: 1,
            dashed: 'as often as usual',
            bars: told.map(barOf),
          }
        : null,
    steps: [],
    table,
  };
}

const barOf = (effect: Effect): Bar => ({
  ...{
    name: says(effect),
    value: effect.times,
    low: effect.low,
    high: effect.high,
    isMarked: effect.isFound,
  },
  rests: `${howMany(effect.breaks, 'break')} in ${wholeText(effect.stitches)} stitches; against ${against(effect)}`,
});

/** Nobody keeps a thread away from its position for longer to find something out, days. From memory. */
const mostTrial = 21;

/** Which of the two it is, and the swap that would tell. `rate`: breaks per stitch; `perDay`: stitches a day of the whole machine. */
function togetherText(pair: Together, rate: number, perDay: number): string {
  const [thread, place] = [pair.one, pair.other].sort(
    (a, b) => Number(b.factor === 'thread') - Number(a.factor === 'thread'),
  );
  const both = `${capital(says(thread!))} and ${says(place!)}`;
  const text = `${both} always came together, with ${withRange(pair.times, pair.low, pair.high)} times the breaks: which of the two it is cannot be told.`;
  if (thread!.factor !== 'thread' || place!.factor !== 'position') return text;
  const log = Math.log(Math.max(1.2, pair.times > 1 ? pair.times : 1 / pair.times));
  // A day's share of one position among the machine's is not known beforehand: a sixth is usual.
  const days = Math.max(
    1,
    Math.ceil(((bothErrors / log) ** 2 * (1 / rate) * (1 + 1 / pair.times)) / (perDay / 6)),
  );
  return days > mostTrial
    ? `${text} To tell would take about ${Number(days.toPrecision(2))} days of ${says(thread!)} at another position.`
    : `${text} Sew ${says(thread!)} at another position for ${days === 1 ? 'a day' : `${days} days`}.`;
}
