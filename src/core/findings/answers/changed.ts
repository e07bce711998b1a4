import { millisecondsInDay } from 'date-fns/constants';
import { changesOf, type Change } from '../change/changed.ts';
import { perStitches } from '../rates/per-stitches.ts';
import type { Answer, ChangeWindow } from './words/answer.ts';
import { capital, placeName } from './words/place-name.ts';
import { placeSteps } from './words/place-steps.ts';
import { dayWords, figure, howMany, perTenThousand, wholeText } from './words/words.ts';

/** Breaks and stitches of one place, day by day. */
export interface SeriesAsked {
  head: number;
  position: number;
  breaks: readonly number[];
  stitches: readonly number[];
}

export interface ChangedAsked {
  /** Days, or the first day of each step where steps are longer. */
  days: readonly string[];
  heads: number;
  series: readonly SeriesAsked[];
}

/** A change that was found, at a place (null: the whole machine). */
export interface FoundChange {
  place: SeriesAsked | null;
  change: Change;
  day: string;
  from: string;
  to: string;
}

/** Fewer breaks than this at a place show no change that could be told. */
const leastBreaks = 8;
/** A change less than this, as a ratio, is not worth a sentence. */
const leastTimes = 1.25;
/** Told beside the surest one. */
const mostOthers = 5;

/** Changes of the whole machine and of each place, the surest first. */
export function changesFound({ days, series }: ChangedAsked): FoundChange[] {
  const whole = wholeOf({ days, series });
  const places = series.filter(({ breaks }) => breaks.reduce((sum, count) => sum + count, 0) >= leastBreaks);
  const found = [...(places.length === 1 ? [] : [whole]), ...places].flatMap((place) =>
    changesOf(place.breaks.map((breaks, day) => ({ breaks, stitches: place.stitches[day]! })))
      // So many places are looked at that each must be as much rarer by chance.
      .filter(
        ({ p, before, after }) =>
          p * (places.length + 1) < 0.05 && Math.max(before / after, after / before) > leastTimes,
      )
      .map((change) => ({
        ...{ place: place === whole ? null : place, change },
        ...{ day: days[change.at]!, from: days[change.from]!, to: days[change.to]! },
      })),
  );
  return found.sort((a, b) => a.change.p - b.change.p || (a.day < b.day ? -1 : 1));
}

const nameOf = (place: SeriesAsked | null, heads: number) =>
  place ? placeName(place, heads) : 'the whole machine';
const per = (rate: number) => figure(rate * perStitches);

function changeText({ place, change, day, from, to }: FoundChange, heads: number): string {
  const { before, after } = change;
  const when =
    from === to ? dayWords(day) : `${dayWords(day)} (between ${dayWords(from)} and ${dayWords(to)})`;
  return `${capital(nameOf(place, heads))}: breaks ${after > before ? 'rose' : 'fell'} on ${when}, from ${per(before)} to ${per(after)} ${perTenThousand}.`;
}

/** What changed, and when. */
export function changedAnswer(asked: ChangedAsked): Answer {
  const { days, heads, series } = asked;
  const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);
  const breaks = sum(series.map((each) => sum(each.breaks)));
  const stitches = sum(series.map((each) => sum(each.stitches)));
  const rests = `${howMany(breaks, 'break')} in ${wholeText(stitches)} stitches on ${howMany(days.length, 'day')}`;
  const found = changesFound(asked);
  const [first, ...others] = found;
  const shown = first?.place ?? wholeOf(asked);
  const total = { breaks: sum(shown.breaks), stitches: sum(shown.stitches) };
  let [counted, sewn] = [0, 0];
  const lines = days.map((_, day) => {
    counted += shown.breaks[day]!;
    sewn += shown.stitches[day]!;
    return { sum: counted, expected: total.stitches > 0 ? (total.breaks * sewn) / total.stitches : 0 };
  });
  const enough = breaks >= leastBreaks;
  return {
    says: first
      ? changeText(first, heads)
      : enough
        ? 'Nothing changed that chance alone would not make.'
        : `With ${howMany(breaks, 'break')} a change could not be told from chance.`,
    more: others.slice(0, mostOthers).map((each) => changeText(each, heads)),
    dated: found.slice(0, mostOthers + 1).map((each) => windowOf(each, heads)),
    rests,
    missing: enough ? null : `${leastBreaks} breaks at one position are needed to date a change there.`,
    chart: enough
      ? {
          ...{ is: 'sum', days: [...days], name: nameOf(first?.place ?? null, heads) },
          sum: lines.map((line) => line.sum),
          expected: lines.map((line) => line.expected),
          changes: found
            .filter((each) => each.place === (first?.place ?? null))
            .map(({ change }) => change.at),
        }
      : null,
    steps:
      first?.place && first.change.after > first.change.before
        ? placeSteps(first.place, heads, `${changeText(first, heads).replace(/\.$/, '')}: find out why`)
        : [],
    table: {
      columns: ['day', 'breaks', 'stitches', 'breaks so far', 'as many if even'],
      rows: days.map((day, index) => [
        ...[day, shown.breaks[index]!, shown.stitches[index]!],
        ...[lines[index]!.sum, lines[index]!.expected],
      ]),
    },
  };
}

/** So many days before the likeliest one, and so many after, are looked through at most. */
const mostAround = 4;

/** The days in which to look for what made a change, no further from its likeliest day than {@link mostAround}. */
function windowOf({ place, day, from, to }: FoundChange, heads: number): ChangeWindow {
  const moved = (days: number) =>
    new Date(Date.parse(day) + days * millisecondsInDay).toISOString().slice(0, 10);
  const [first, last] = [moved(-mostAround), moved(mostAround)];
  return {
    name: nameOf(place, heads),
    // What is changed in the evening shows on the next day.
    from: from < first ? first : from < day ? from : moved(-1),
    to: to > last ? last : to,
    head: place?.head ?? null,
    position: place?.position ?? null,
  };
}

const wholeOf = ({ days, series }: Pick<ChangedAsked, 'days' | 'series'>): SeriesAsked => ({
  ...{ head: 0, position: 0 },
  breaks: days.map((_, day) => series.reduce((all, each) => all + each.breaks[day]!, 0)),
  stitches: days.map((_, day) => series.reduce((all, each) => all + each.stitches[day]!, 0)),
});
