/** A turn that lands less often is told to land seldom: such chances hang on which screws cases have, and came out as 0.13 where 0.08 was said (docs/benchmarks.md). */
export const seldom = 0.25;

/**
 * Chances told apart where no number is: on made-up cases of every kind, with any hand and any gauge, what was believed to lie in one of these ranges happened so often
 * (docs/benchmarks.md).
 */
const ranges = [
  { until: seldom, text: `less than ${100 * seldom} times in 100` },
  { until: 0.6, text: '25 to 60 times in 100' },
  { until: 0.9, text: '60 to 90 times in 100' },
  { until: Infinity, text: 'over 90 times in 100' },
] as const;

/** From so many turns on that were read after, it is known how chances come out here, and a number is said. From memory. */
export const enoughTurns = 10;

/** How often something happens, as a range: nothing showed yet how such chances come out. */
export const rangeText = (chance: number): string => ranges.find(({ until }) => chance < until)?.text ?? '';

/** How often a turn lands. `turns`: so many earlier ones showed how such chances come out here. */
export const oftenText = (chance: number, turns: number): string =>
  turns < enoughTurns || chance < seldom ? rangeText(chance) : `${Math.floor(chance * 100)} times in 100`;
