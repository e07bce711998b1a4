import { CholeskyDecomposition, Matrix } from 'ml-matrix';

/** Counts with what goes with each. */
export interface Counts {
  /** Rows of what goes with each count, the first column 1 for the level; all rows of one length. */
  columns: readonly (readonly number[])[];
  counts: readonly number[];
  /** What each count was counted over, above 0: stitches. */
  exposures: readonly number[];
  /** For each column what is taken to hold it near 0: one over the variance of its effect beforehand; 0: nothing. */
  penalties?: readonly number[];
}

export interface CountsFit {
  /** Effects as logarithms, column by column. */
  effects: number[];
  /** Their variances and covariances. */
  covariance: Matrix;
  deviance: number;
  /** Pearson's chi square over its degrees of freedom: 1 where counts are as they should be by chance alone. */
  dispersion: number;
  rounds: number;
}

const mostRounds = 60;
const close = 1e-12;

/**
 * Poisson regression with exposures, by penalised iteratively reweighted least squares. null where the columns do not determine the effects
 * (no penalty, and one column follows from others), or where it does not settle.
 * Sources: Nelder and Wedderburn, “Generalized linear models”, JRSS A 135, 1972; the ridge: le Cessie and van Houwelingen, Applied Statistics 41, 1992.
 */
export function poissonRegression({ columns, counts, exposures, penalties }: Counts): CountsFit | null {
  const [first] = columns;
  if (!first || counts.length <= 0) return null;
  const width = first.length;
  const held = Matrix.diag([...(penalties ?? first.map(() => 0))], width, width);
  const all = counts.reduce((sum, count) => sum + count, 0);
  const total = exposures.reduce((sum, exposure) => sum + exposure, 0);
  if (!(all > 0 && total > 0)) return null;
  let effects = first.map((_, index) => (index === 0 ? Math.log(all / total) : 0));
  const rows = columns.map(rowOf);
  let before = Infinity;
  for (let round = 1; round <= mostRounds; round++) {
    const { information, score } = weighed(rows, counts, exposures, effects);
    const cholesky = new CholeskyDecomposition(information.clone().add(held));
    if (!cholesky.isPositiveDefinite() || isLoose(cholesky)) return null;
    const pull = score.sub(held.mmul(Matrix.columnVector(effects)));
    const move = cholesky.solve(pull).to1DArray();
    effects = effects.map((effect, index) => effect + Math.max(-3, Math.min(3, move[index]!)));
    const deviance = devianceOf(rows, counts, exposures, effects);
    if (!Number.isFinite(deviance)) return null;
    const most = Math.max(...move.map(Math.abs));
    if (most < close || (most < 1e-8 && Math.abs(before - deviance) < close * (1 + deviance)))
      return told(rows, counts, exposures, effects, held, deviance, round);
    before = deviance;
  }
  return null;
}

/** A pivot that is lost in rounding: a column follows from those before it. */
function isLoose({ lowerTriangularMatrix }: CholeskyDecomposition): boolean {
  const pivots = lowerTriangularMatrix.diagonal();
  return Math.min(...pivots) < 1e-7 * Math.max(...pivots);
}

/** A row without its zeros: most of its columns are none. */
interface Row {
  at: readonly number[];
  values: readonly number[];
}
const rowOf = (row: readonly number[]): Row => {
  const at = row.flatMap((value, index) => (value === 0 ? [] : [index]));
  return { at, values: at.map((index) => row[index]!) };
};

function meanOf({ at, values }: Row, exposure: number, effects: readonly number[]): number {
  let sum = 0;
  for (let index = 0; index < at.length; index++) sum += values[index]! * effects[at[index]!]!;
  return exposure * Math.exp(sum);
}

function weighed(
  rows: readonly Row[],
  counts: readonly number[],
  exposures: readonly number[],
  effects: readonly number[],
) {
  const width = effects.length;
  // Plain numbers: a call for each sum took longer than the sums.
  const sums = new Float64Array(width * width);
  const scores = new Float64Array(width);
  rows.forEach((row, cell) => {
    const mean = meanOf(row, exposures[cell]!, effects);
    const { at, values } = row;
    for (let one = 0; one < at.length; one++) {
      const [index, value] = [at[one]!, values[one]!];
      scores[index]! += value * (counts[cell]! - mean);
      for (let other = 0; other < at.length; other++)
        sums[index * width + at[other]!]! += value * values[other]! * mean;
    }
  });
  return { information: Matrix.from1DArray(width, width, sums), score: Matrix.columnVector(scores) };
}

function devianceOf(
  rows: readonly Row[],
  counts: readonly number[],
  exposures: readonly number[],
  effects: readonly number[],
): number {
  let sum = 0;
  rows.forEach((row, at) => {
    const mean = meanOf(row, exposures[at]!, effects);
    const count = counts[at]!;
    sum += 2 * ((count > 0 ? count * Math.log(count / mean) : 0) - (count - mean));
  });
  return sum;
}

function told(
  rows: readonly Row[],
  counts: readonly number[],
  exposures: readonly number[],
  effects: number[],
  held: Matrix,
  deviance: number,
  rounds: number,
): CountsFit {
  const { information } = weighed(rows, counts, exposures, effects);
  const covariance = new CholeskyDecomposition(information.add(held)).solve(Matrix.eye(effects.length));
  const pearson = rows.reduce((sum, row, at) => {
    const mean = meanOf(row, exposures[at]!, effects);
    return sum + (counts[at]! - mean) ** 2 / mean;
  }, 0);
  const free = rows.length - effects.length;
  return { effects, covariance, deviance, dispersion: free > 0 ? pearson / free : 1, rounds };
}
