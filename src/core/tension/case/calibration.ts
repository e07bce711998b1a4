import type { TurnOutcome } from './turn-outcomes.ts';

/** What is said of a chance that is believed, both from 0 to 1. */
export type Calibration = (believed: number) => number;

/** Nothing is known of how it came: what is believed is said. */
export const uncalibrated: Calibration = (believed) => believed;

/** Where the odds are bent, by their logarithm: between two of these evenly, outside as at the last. */
const knots = [-3, -2.25, -1.5, -0.75, 0, 0.75, 1.5, 2.25, 3] as const;
/** How far chances come out otherwise than believed, and how much more so at one knot than at the next: variances of the odds' logarithm. Chosen on made-up workshops of the second kind. */
const usual = { off: 2, apart: 0.3 } as const;
/** A chance is taken to be no nearer to none and to certainty than this. */
const least = 0.01;
const sweeps = 40;

/**
 * Learns from the turns made here how often what was believed came true, and says chances accordingly: odds are bent where they came out otherwise, the more the more
 * turns tell of it. Source: recalibration of stated probabilities, Cox, “Two further applications of a model for binary regression”, Biometrika 45,
 * 1958; the bend is a penalised linear spline, Eilers and Marx, “Flexible smoothing with B-splines and penalties”, Statistical Science 11(2), 1996, its mode found knot by
 * knot (Newton). Whether a turn landed is not seen but read, and judged by what is believed; where turns land oftener than is believed, more of those in doubt landed: what
 * is said and what landed are found in turn (EM, Dempster, Laird and Rubin, “Maximum likelihood from incomplete data via the EM algorithm”, Journal of the Royal Statistical
 * Society B 39, 1977).
 */
export function calibrate(turns: readonly Pick<TurnOutcome, 'believed' | 'landed'>[]): Calibration {
  if (turns.length === 0) return uncalibrated;
  const bends = bendsOf(turns.map(({ believed, landed }) => ({ ...placeOf(believed), landed })));
  return (believed) => fromOdds(bent(placeOf(believed), bends));
}

/** Between which knots a chance lies, how far on its way from the first to the second, and the logarithm of its odds. */
interface Place {
  odds: number;
  knot: number;
  part: number;
}

function placeOf(believed: number): Place {
  const chance = Math.min(1 - least, Math.max(least, believed));
  const odds = Math.log(chance / (1 - chance));
  const step = knots[1] - knots[0];
  const along = Math.min(knots.length - 1, Math.max(0, (odds - knots[0]) / step));
  const knot = Math.min(knots.length - 2, Math.floor(along));
  return { odds, knot, part: along - knot };
}

const fromOdds = (odds: number) => 1 / (1 + Math.exp(-odds));
const bent = ({ odds, knot, part }: Place, bends: readonly number[]) =>
  odds + bends[knot]! * (1 - part) + bends[knot + 1]! * part;

/** How much a knot says at a place. */
const shareOf = (knot: number, place: Place) =>
  knot === place.knot ? 1 - place.part : knot === place.knot + 1 ? place.part : 0;

/** A turn whose readings have it that it landed, judged by what was believed: judged by the bent chance of such turns instead. */
function judgedBy(bends: readonly number[], turn: Turn): number {
  const before = fromOdds(turn.odds);
  const now = fromOdds(bent(turn, bends));
  const landed = (turn.landed * now) / before;
  return landed / (landed + ((1 - turn.landed) * (1 - now)) / (1 - before));
}

type Turn = Place & { landed: number };

function bendsOf(turns: readonly Turn[]): number[] {
  const bends: number[] = knots.map(() => 0);
  for (let sweep = 0; sweep < sweeps; sweep++) {
    const judged = turns.map((turn) => ({ ...turn, landed: judgedBy(bends, turn) }));
    knots.forEach((_, knot) => {
      let pull = -bends[knot]! / usual.off;
      let hold = 1 / usual.off;
      for (const beside of [bends[knot - 1], bends[knot + 1]])
        if (beside !== undefined) {
          pull -= (bends[knot]! - beside) / usual.apart;
          hold += 1 / usual.apart;
        }
      for (const turn of judged) {
        const share = shareOf(knot, turn);
        if (share === 0) continue;
        const chance = fromOdds(bent(turn, bends));
        pull += share * (turn.landed - chance);
        hold += share * share * chance * (1 - chance);
      }
      bends[knot]! += pull / hold;
    });
  }
  return bends;
}
