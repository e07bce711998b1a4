import { rateOf } from '../rates/rate.ts';
import { perStitches } from '../rates/per-stitches.ts';
import { commonOf, shrunkRate, type Common } from '../rates/shrunk.ts';
import type { Answer, SeatBar } from './words/answer.ts';
import { capital, placeName } from './words/place-name.ts';
import { placeSteps } from './words/place-steps.ts';
import { daysOf, figure, howMany, perTenThousand, whenThere, wholeText, withRange } from './words/words.ts';

/** A place with what broke and what was sewn there. */
export interface PlaceAsked {
  head: number;
  position: number;
  breaks: number;
  stitches: number;
}

export interface PlacesAsked {
  places: readonly PlaceAsked[];
  heads: number;
  from: string;
  to: string;
}

/** Fewer breaks in all than this say nothing of places. */
const leastBreaks = 10;

/** Places whose rate is above the machine's even at the low end of what is believed, the worst first. */
function worsePlaces(places: readonly PlaceAsked[], common: Common) {
  return places
    .filter(({ stitches }) => stitches > 0)
    .map((place) => ({ place, believed: shrunkRate(place, common) }))
    .filter(({ believed }) => believed.low > common.rate)
    .sort((a, b) => b.believed.rate - a.believed.rate);
}

/** Where it breaks more often than elsewhere, with rates drawn towards the machine's: few stitches make no worst position. */
export function placesAnswer({ places, heads, from, to }: PlacesAsked): Answer {
  const breaks = places.reduce((sum, place) => sum + place.breaks, 0);
  const stitches = places.reduce((sum, place) => sum + place.stitches, 0);
  const rests = `${howMany(breaks, 'break')} in ${wholeText(stitches)} stitches`;
  const table = {
    columns: ['head', 'position', 'breaks', 'stitches', 'per 10,000', 'believed per 10,000', 'low', 'high'],
    rows: [] as (string | number | null)[][],
  };
  const common = commonOf(places);
  if (!common || breaks < leastBreaks) {
    const when = whenThere(leastBreaks - breaks, breaks, daysOf({ from, to }));
    const all = rateOf(breaks, stitches);
    return {
      ...{ more: [], rests, chart: null, steps: [], table },
      says:
        stitches === 0
          ? 'Nothing was sewn here in this time.'
          : `All positions together break ${withRange(all.rate!, all.low, all.high)} times ${perTenThousand}.`,
      missing:
        stitches === 0
          ? 'Choose a longer time, or another cloth.'
          : `To tell positions apart ${leastBreaks} breaks are needed; ${leastBreaks - breaks} are missing${when ? `, at today’s pace ${when}` : ''}.`,
    };
  }
  const worse = worsePlaces(places, common);
  const isWorse = new Set(worse.map(({ place }) => place));
  const seats = places
    .filter((place) => place.stitches > 0)
    .map((place): SeatBar => {
      const believed = shrunkRate(place, common);
      const { head, position } = place;
      table.rows.push([
        ...[head, position, place.breaks, place.stitches, (place.breaks / place.stitches) * perStitches],
        ...[believed.rate, believed.low, believed.high],
      ]);
      return {
        ...{ head, position },
        value: believed.rate,
        ...{ low: believed.low, high: believed.high, isMarked: isWorse.has(place) },
        rests: `${howMany(place.breaks, 'break')} in ${wholeText(place.stitches)} stitches`,
      };
    });
  const [worst, ...others] = worse;
  const machine = `the machine breaks ${figure(common.rate)} times`;
  return {
    says: worst
      ? `${capital(placeName(worst.place, heads))} breaks ${withRange(worst.believed.rate, worst.believed.low, worst.believed.high)} times ${perTenThousand}; ${machine}.`
      : `No position breaks more often than chance would have it; ${machine} ${perTenThousand}.`,
    more:
      others.length > 0
        ? [
            `Also above the machine’s: ${others
              .slice(0, 4)
              .map(
                ({ place, believed }) =>
                  `${placeName(place, heads)} with ${withRange(believed.rate, believed.low, believed.high)}`,
              )
              .join('; ')}.`,
          ]
        : [],
    rests,
    missing: null,
    chart: { is: 'rail', unit: `breaks ${perTenThousand}`, seats, common: common.rate },
    steps: worst
      ? placeSteps(
          worst.place,
          heads,
          `${capital(placeName(worst.place, heads))} breaks ${figure(worst.believed.rate)} times ${perTenThousand}, the machine ${figure(common.rate)}: find out why`,
        )
      : [],
    table,
  };
}
