/**
 * How many of a reference's made-up cases are tried: as many as said in ./test; times VIVID_CASES otherwise: a share where every
 * planted fault has them tried anew (npm run mutate), four times as many as a long judge by itself. Four at least.
 */
export const casesTried = (all: number): number =>
  Math.max(4, Math.round(all * Number(process.env['VIVID_CASES'] ?? 1)));
