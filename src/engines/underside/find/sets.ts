import { rowsOf } from '../geometry/arrange.ts';
import { axesOf } from '../geometry/axes.ts';
import type { Island } from '../image/islands.ts';

/** Columns of one block agree in length and width within these factors, and in direction within this angle. */
const alike = { long: 1.28, wide: 1.36, angle: 0.2 } as const;
/** A block is sewn in so many rows at most. */
const mostRows = 2;

/** An island in a ground, or a piece of that ground's own colour. */
export interface Candidate extends Island {
  ground: number;
  isIn: boolean;
}

/** Whether two numbers are the same within a factor. */
export const within = (a: number, b: number, factor: number) => a < b * factor && b < a * factor;
/** How far two directions are turned from each other, radians, half turns not counted. */
export const turn = (a: number, b: number) => {
  const off = Math.abs(a - b) % Math.PI;
  return Math.min(off, Math.PI - off);
};

/** Sets that are told apart: so many at most, fewer than half of whose islands are those of a likelier one. */
const mostSets = 4;

/** Sets of islands that are alike, each place once: the likeliest first. `ratio`: how many times as long as wide a column is; `count`: how many are expected, null: not said. */
export function agreeing(islands: readonly Candidate[], ratio: number, count: number | null): Candidate[][] {
  // Those that fill their rectangle best go first, the larger of equals.
  const sorted = [...islands].sort((a, b) => b.area * b.fill - a.area * a.fill).filter(isNew());
  const likeOf = groupsAmong(sorted);
  const sets: { rows: Candidate[]; weight: number }[] = [];
  const weighed = new Set<string>();
  for (const one of islands) {
    // The same column is found in many grounds: each place once, whichever shape it was found in.
    const group = likeOf(one);
    // So is the same group, by each of its columns.
    const key = group.join();
    if (weighed.has(key)) continue;
    weighed.add(key);
    const rows = heaviest(
      group.map((index) => sorted[index]!),
      (row) => weightOf(row, ratio, null),
    );
    sets.push({ rows, weight: weightOf(rows, ratio, count) });
  }
  const likeliest: Candidate[][] = [];
  for (const { rows } of sets.sort((one, other) => other.weight - one.weight)) {
    if (likeliest.length === mostSets) break;
    const isOther = likeliest.every(
      (set) => rows.filter((one) => set.includes(one)).length < rows.length / 2,
    );
    if (isOther) likeliest.push(rows);
  }
  return likeliest;
}

/** How likely islands are a block's columns: many and large. What is cut off counts little, and so does a number that was not expected. */
function weightOf(set: readonly Candidate[], ratio: number, count: number | null): number {
  const sum = set.reduce(
    (all, one) => all + (one.isCut ? 0.3 : 1) * Math.sqrt(one.area) * shapeFit(one, ratio),
    0,
  );
  return sum * (count === null ? 1 : Math.exp(-Math.abs(set.length - count) / count));
}

/** Whether an island was not seen before: a clean rectangle is the same in every ground and opening. */
function isNew(): (island: Island) => boolean {
  const seen = new Set<string>();
  return ({ x, y, area, long, angle }) => seen.size < seen.add([x, y, area, long, angle].join()).size;
}

/** Which of some islands are like one, by their index; of those that share a place the first. Their numbers lie in lists, since all are compared with all. */
function groupsAmong(islands: readonly Candidate[]): (one: Candidate) => number[] {
  const listOf = (value: (one: Candidate) => number) => Float64Array.from(islands, value);
  const [xs, ys] = [listOf(({ x }) => x), listOf(({ y }) => y)];
  const [longs, wides] = [listOf(({ long }) => long), listOf(({ wide }) => wide)];
  const angles = listOf(({ angle }) => angle);
  const [alongX, alongY] = [0, 1].map((at) => listOf(({ angle }) => axesOf(angle).along[at as 0]));
  const [acrossX, acrossY] = [0, 1].map((at) => listOf(({ angle }) => axesOf(angle).across[at as 0]));
  // Less than a width apart, and less than a length along it.
  const sharePlace = (one: number, other: number) => {
    const x = xs[one]! - xs[other]!;
    const y = ys[one]! - ys[other]!;
    return (
      Math.abs(x * acrossX![other]! + y * acrossY![other]!) < 0.85 * Math.max(wides[one]!, wides[other]!) &&
      Math.abs(x * alongX![other]! + y * alongY![other]!) < 0.85 * ((longs[one]! + longs[other]!) / 2)
    );
  };
  return ({ long, wide, angle }) => {
    const kept: number[] = [];
    for (let index = 0; index < longs.length; index++) {
      if (!within(long, longs[index]!, alike.long) || !within(wide, wides[index]!, alike.wide)) continue;
      if (turn(angle, angles[index]!) >= alike.angle) continue;
      let isTaken = false;
      for (let at = 0; at < kept.length && !isTaken; at++) isTaken = sharePlace(index, kept[at]!);
      if (!isTaken) kept.push(index);
    }
    return kept;
  };
}

/** Of what is alike the two rows that weigh most: specks of the weave lie all over the cloth. */
const heaviest = (group: readonly Candidate[], weigh: (row: readonly Candidate[]) => number): Candidate[] =>
  rowsOf(group)
    .sort((one, other) => weigh(other) - weigh(one))
    .slice(0, mostRows)
    .flat();

/** 1 for an island as long for its width as a column is, less for one that is not: a column with cloth about it is larger, but of another shape. */
const shapeFit = ({ long, wide }: Island, ratio: number) =>
  Math.exp(-3 * Math.abs(Math.log(long / wide / ratio)));
