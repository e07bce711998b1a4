import { factorKeys, others, type Factor, type FactorCell } from './factors.ts';

/** One level of one factor, with what was sewn and broke at it. */
export interface Level {
  factor: Factor;
  level: string;
  breaks: number;
  stitches: number;
}

/** A level of fewer stitches than this part of all is put with the others of its factor. */
const rare = 0.002;
/** So much of one level's stitches were sewn at another: they went together. */
const same = 0.95;

const keyOf = (factor: Factor, level: string) => `${factor}|${level}`;

/** Every level that was met, factor by factor. */
export function levelsOf(cells: readonly FactorCell[]): Level[] {
  const levels = new Map<string, Level>();
  for (const factor of factorKeys)
    for (const cell of cells) {
      const level = cell.levels[factor];
      const known = levels.get(keyOf(factor, level)) ?? { factor, level, breaks: 0, stitches: 0 };
      levels.set(keyOf(factor, level), {
        ...known,
        breaks: known.breaks + cell.breaks,
        stitches: known.stitches + cell.stitches,
      });
    }
  return [...levels.values()];
}

/** For each cell the index of its level of each factor. */
export function indexed(cells: readonly FactorCell[], levels: readonly Level[]): number[][] {
  const at = new Map(levels.map(({ factor, level }, index) => [keyOf(factor, level), index]));
  return cells.map((cell) => factorKeys.map((factor) => at.get(keyOf(factor, cell.levels[factor]))!));
}

/** The levels that went with each level: of other factors, with nearly all of its stitches. */
export function companions(cells: readonly FactorCell[], levels: readonly Level[]): ReadonlySet<number>[] {
  const both = levels.map(() => new Map<number, number>());
  indexed(cells, levels).forEach((here, index) => {
    for (const one of here)
      for (const other of here)
        if (one !== other) both[one]!.set(other, (both[one]!.get(other) ?? 0) + cells[index]!.stitches);
  });
  return both.map(
    (met, index) =>
      new Set(
        [...met].flatMap(([other, stitches]) => (stitches >= same * levels[index]!.stitches ? [other] : [])),
      ),
  );
}

/**
 * The level that others are held against, by its index: in the order of their rates, of those about the middle of all stitches the one that
 * sewed most.
 */
export function usualOf(levels: readonly Level[], among: readonly number[]): number {
  const rate = (index: number) => levels[index]!.breaks / levels[index]!.stitches;
  const byRate = [...among].sort((a, b) => rate(a) - rate(b));
  const all = among.reduce((sum, index) => sum + levels[index]!.stitches, 0);
  let before = 0;
  const placed = byRate.map((index) => {
    const { stitches } = levels[index]!;
    before += stitches;
    return { index, stitches, off: Math.abs((before - stitches / 2) / all - 0.5) };
  });
  const middle = placed.filter(({ off }) => off <= 0.25);
  if (middle.length > 0)
    return middle.reduce((most, other) => (other.stitches > most.stitches ? other : most)).index;
  return placed.reduce((nearest, other) => (other.off < nearest.off ? other : nearest)).index;
}

/** Cells with what was hardly sewn put together, and cells alike in everything as one. */
export function gathered(given: readonly FactorCell[]): FactorCell[] {
  const cells = given.filter(({ stitches }) => stitches > 0);
  const all = cells.reduce((sum, { stitches }) => sum + stitches, 0);
  const known = new Set(
    levelsOf(cells).flatMap(({ factor, level, stitches }) =>
      stitches >= rare * all ? [keyOf(factor, level)] : [],
    ),
  );
  const kept = new Map<string, FactorCell>();
  for (const { levels: own, breaks, stitches } of cells) {
    const levels = { ...own };
    for (const factor of factorKeys) if (!known.has(keyOf(factor, own[factor]))) levels[factor] = others;
    const key = factorKeys.map((factor) => levels[factor]).join('|');
    const cell = kept.get(key) ?? { levels, breaks: 0, stitches: 0 };
    kept.set(key, { levels, breaks: cell.breaks + breaks, stitches: cell.stitches + stitches });
  }
  return [...kept.values()];
}
