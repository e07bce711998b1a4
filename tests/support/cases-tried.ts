/** As `npm run judges` has it: 4 for all of a reference's cases. 1 in ./test, less where every planted fault has them tried anew (npm run mutate). */
const share = Number(process.env['VIVID_CASES'] ?? 1);

/** How many of a reference's made-up cases are tried: as many as said in ./test, four at least. */
export const casesTried = (all: number): number => Math.max(4, Math.round(all * share));

/** Of cases that are written down the first few in ./test, all of them by themselves. */
export const someOf = <Case>(few: number, cases: readonly Case[]): readonly Case[] =>
  share >= 4 ? cases : cases.slice(0, few);
