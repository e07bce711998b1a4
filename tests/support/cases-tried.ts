/**
 * How many of a reference's made-up cases are tried: all of them in ./test; a share (VIVID_CASES, 0 to 1) where every planted fault
 * has them tried anew (npm run mutate). Four at least.
 */
export const casesTried = (all: number): number =>
  Math.max(4, Math.round(all * Number(process.env['VIVID_CASES'] ?? 1)));
