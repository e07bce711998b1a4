import jStat from 'jstat';
import { Matrix, solve } from 'ml-matrix';
import { byAge, triedLives, type Life } from './lives.ts';

export interface LogRank {
  /** Ends in each group, and as many as there would be if all lasted alike. */
  ended: number[];
  expected: number[];
  chiSquare: number;
  /** Chance of so great a difference, or a greater one, where there is none; 1 where nothing can be compared. */
  p: number;
}

/**
 * Whether groups of needles last differently: the log-rank test over two groups and more.
 * Source: Mantel, “Evaluation of survival data and two new rank order statistics”, Cancer Chemotherapy Reports 50, 1966; Peto and
 * Peto 1972.
 */
export function logRank(groups: readonly (readonly Life[])[]): LogRank {
  const tried = groups.map((lives) => triedLives(lives));
  const ended = tried.map((lives) => lives.filter((life) => life.ended).length);
  const expected = tried.map(() => 0);
  const count = tried.length;
  const variance = Matrix.zeros(count, count);
  const spans = tried.map((lives) => lives.map(({ span }) => span).sort((a, b) => a - b));
  // Of each group, how many have ended or left before the age that is looked at.
  const gone = spans.map(() => 0);
  for (const { age, atRisk, ended: deaths } of byAge(tried.flat())) {
    if (deaths === 0) continue;
    const shares = spans.map((group, index) => {
      while (gone[index]! < group.length && group[gone[index]!]! < age) gone[index]! += 1;
      return (group.length - gone[index]!) / atRisk;
    });
    const spread = atRisk > 1 ? (deaths * (atRisk - deaths)) / (atRisk - 1) : 0;
    shares.forEach((share, row) => {
      expected[row] = expected[row]! + deaths * share;
      shares.forEach((other, column) =>
        variance.set(
          row,
          column,
          variance.get(row, column) + spread * share * ((row === column ? 1 : 0) - other),
        ),
      );
    });
  }
  // A group that was never at risk of an end says nothing; of the others one follows from the rest.
  const says = expected.flatMap((value, index) => (value > 0 ? [index] : [])).slice(0, -1);
  if (says.length === 0) return { ended, expected, chiSquare: 0, p: 1 };
  const off = Matrix.columnVector(says.map((index) => ended[index]! - expected[index]!));
  const part = variance.selection(says, says);
  const chiSquare = off
    .transpose()
    .mmul(solve(part, off, true))
    .get(0, 0);
  return { ended, expected, chiSquare, p: 1 - jStat.chisquare.cdf(chiSquare, says.length) };
}
