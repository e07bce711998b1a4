import { below } from '../../tension/case/belief/normal.ts';
import { factorKeys, factors, type Factor, type FactorCell } from './factors.ts';
import { companions, gathered, indexed, levelsOf, usualOf, type Level } from './levels.ts';
import { poissonRegression, type CountsFit } from './poisson-regression.ts';

/** How much more often it breaks at one level than at the usual one of that factor, all other factors alike. */
export interface Effect {
  factor: Factor;
  level: string;
  /** The level it is held against. */
  usual: string;
  times: number;
  /** 95 in 100. */
  low: number;
  high: number;
  p: number;
  breaks: number;
  stitches: number;
  /** Not by chance, though so many levels were looked at (Holm). */
  isFound: boolean;
}

/** Two levels that always came together: which of the two it is cannot be told. */
export interface Together {
  one: { factor: Factor; level: string };
  other: { factor: Factor; level: string };
  /** What both make together, against another two. */
  times: number;
  low: number;
  high: number;
  p: number;
  isFound: boolean;
}

export interface GoesWith {
  /** The surest first. */
  effects: Effect[];
  together: Together[];
  /** Pearson's: above 1 breaks come in heaps, and intervals are as much wider. */
  dispersion: number;
}

const sure = 0.05;
const z = 1.959963984540054;
/** Fewer breaks say nothing of so many factors. */
const leastBreaks = 10;

/**
 * What goes with breaks: Poisson regression on all factors at once, each held a little towards 1. A level is told against the usual one of its factor among those
 * that went with the same (positions with the same needles, say): which of several that never parted it is, no regression can tell. Two levels that were
 * always sewn together are told as one. `against`: the level that a factor's others are held against where they may be, in place of the usual one.
 * null with fewer than ten breaks, or where nothing differs from cell to cell.
 * Sources: {@link poissonRegression}; Holm, “A simple sequentially rejective multiple test procedure”, Scandinavian Journal of Statistics 6, 1979.
 */
export function goesWith(
  given: readonly FactorCell[],
  against: Partial<Record<Factor, string>> = {},
): GoesWith | null {
  const cells = gathered(given);
  const levels = levelsOf(cells);
  const breaks = cells.reduce((sum, cell) => sum + cell.breaks, 0);
  if (breaks < leastBreaks || levels.length === factorKeys.length) return null;
  const fit = fitted(cells, levels);
  if (!fit) return null;
  const went = companions(cells, levels);
  const partners = levels.map((_, one) => [...went[one]!].filter((other) => went[other]!.has(one)));
  const usual = levels.map((_, index) => usualFor(index, levels, went, partners, against));
  const effects = levels.flatMap((level, index): Effect[] => {
    const other = usual[index]!;
    if (other === index || partners[index]!.length > 0) return [];
    return [{ ...level, usual: levels[other]!.level, isFound: false, ...contrast(fit, [index], [other]) }];
  });
  const together = levels.flatMap((level, one): Together[] =>
    partners[one]!.flatMap((other): Together[] => {
      const theirOne = usual[one]!;
      if (other < one || theirOne === one) return [];
      const partner = partners[theirOne]!.find((each) => levels[each]!.factor === levels[other]!.factor);
      const theirs = partner ?? usual[other]!;
      return theirs === other
        ? []
        : [
            {
              one: named(level),
              other: named(levels[other]!),
              isFound: false,
              ...contrast(fit, [one, other], [theirOne, theirs]),
            },
          ];
    }),
  );
  markFound([...effects, ...together]);
  return { effects: effects.sort((a, b) => a.p - b.p), together, dispersion: fit.dispersion };
}

const named = ({ factor, level }: Level) => ({ factor, level });

/** All levels as columns, the level of all in the first. Every effect is held, so that none needs to be left out. */
function fitted(cells: readonly FactorCell[], levels: readonly Level[]): CountsFit | null {
  const at = indexed(cells, levels);
  return poissonRegression({
    columns: at.map((here) => {
      const row = new Array<number>(levels.length + 1).fill(0);
      for (const index of [-1, ...here]) row[index + 1] = 1;
      return row;
    }),
    counts: cells.map((cell) => cell.breaks),
    exposures: cells.map((cell) => cell.stitches),
    penalties: [0, ...levels.map(({ factor }) => 1 / factors[factor].priorSd ** 2)],
  });
}

/** The level another is held against: the one asked for or the usual one of those of its factor that went with the same; of all of them where it went alone. */
function usualFor(
  index: number,
  levels: readonly Level[],
  went: readonly ReadonlySet<number>[],
  partners: readonly (readonly number[])[],
  against: Partial<Record<Factor, string>>,
): number {
  const ofFactor = levels.flatMap(({ factor }, other) => (factor === levels[index]!.factor ? [other] : []));
  const circle = (one: number) =>
    [...went[one]!]
      .filter((other) => !partners[one]!.includes(other))
      .sort((a, b) => a - b)
      .join(' ');
  const alike = ofFactor.filter((other) => circle(other) === circle(index));
  const among = alike.length > 1 ? alike : ofFactor;
  return (
    among.find((other) => levels[other]!.level === against[levels[index]!.factor]) ?? usualOf(levels, among)
  );
}

/** Some levels' effects together against some others'. */
function contrast(
  { effects, covariance, dispersion }: CountsFit,
  some: readonly number[],
  others: readonly number[],
) {
  const signed = [
    ...some.map((index) => [index + 1, 1] as const),
    ...others.map((index) => [index + 1, -1] as const),
  ];
  let [effect, variance] = [0, 0];
  for (const [one, sign] of signed) {
    effect += sign * effects[one]!;
    for (const [other, its] of signed) variance += sign * its * covariance.get(one, other);
  }
  const sd = Math.sqrt(Math.max(0, variance) * Math.max(1, dispersion));
  return {
    ...{ times: Math.exp(effect), low: Math.exp(effect - z * sd), high: Math.exp(effect + z * sd) },
    p: sd > 0 ? 2 * below(-Math.abs(effect), 0, sd) : 1,
  };
}

/** Of all that were looked at those that chance would hardly make, one after another by Holm. */
function markFound(all: { p: number; isFound: boolean }[]): void {
  const inOrder = [...all].sort((a, b) => a.p - b.p);
  for (const [index, one] of inOrder.entries()) {
    if (one.p * (all.length - index) > sure) return;
    one.isFound = true;
  }
}
