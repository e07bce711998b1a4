import { median } from 'simple-statistics';
import type { Box } from '../geometry/box.ts';
import { commonColours, groundOf } from './cloth.ts';
import { islandsOf, largestOf, type Island } from '../image/islands.ts';
import { below, noneOf } from '../image/mask.ts';
import { difference, smoothed, type Planes } from '../image/planes.ts';
import { runningColours } from '../image/runs.ts';
import { agreeing, turn, within, type Candidate } from './sets.ts';
import { groundsInTwoLights } from './two-lights.ts';

/** Islands smaller than this are marks and lint, px of the small picture. */
const leastArea = 40;
/** Of a column's rectangle at least this part is its own. */
const leastFill = 0.78;
const mostFill = 1.12;
/** A column is as long for its width as was said, within this factor; else within the second one, if none is. */
const shapes = [1.3, 2.2] as const;
/** Ground is what lies within the limit its grain sets, and within parts of it, so that pale columns come out too. */
const strictness = [1, 0.5, 0.28] as const;
/** Threads that hang from a column are cut off it where they are thinner than twice this and one more, px of the small picture. */
const openings: readonly number[] = [1, 3, 6];
/** What fills the picture is bare cloth, whatever the picture's shape — and what fills half as much is no column of several. */
const mostOfPicture = 0.9;
/** A piece of less than this part of the picture is no ground for columns to lie in. */
const leastGround = 0.06;

/**
 * What may be a column, or part of one: connected pieces that lie in one ground, whichever of the picture's common colours that is, and pieces of the ground's own colour. `ratio`:
 * how many times as long as wide a column is. The same piece is found in several grounds, and by several limits.
 */
export function candidatesIn(field: Planes, ratio: number): Candidate[] {
  const calm = smoothed(field);
  const colours = runningColours(calm);
  const coloured = commonColours(calm).flatMap((colour) => {
    const ground = groundOf(calm, colour);
    return ground ? [{ colour, ground }] : [];
  });
  const grounds = [...coloured.map(({ ground }) => ground), ...groundsInTwoLights(calm, coloured)];
  return strictness.flatMap((part) => {
    const masks = grounds.map(({ off, limit }) => below(off, part * limit, field.width));
    const pieces = masks.map(largestOf);
    return masks.flatMap((mask, index) => {
      const piece = pieces[index];
      if (!piece) return [];
      // What lies in this ground; the same where what lies around the ground is taken off first; and pieces of the colour itself.
      const table = pieces.find((other, at) => at !== index && other?.isAround);
      const isGround = piece.part >= leastGround;
      const sources = [
        ...(isGround ? [{ mask: noneOf([piece.mask]), isIn: true, radii: openings }] : []),
        ...(isGround && table
          ? [{ mask: noneOf([piece.mask, table.mask]), isIn: true, radii: openings }]
          : []),
        // Within the strictest limit a thread's own colour falls to bits.
        ...(part === strictness.at(-1) ? [] : [{ mask, isIn: false, radii: openings.slice(0, 1) }]),
      ];
      return sources.flatMap((source) =>
        source.radii.flatMap((radius) => {
          const found = islandsOf(source.mask, { radius, leastArea }, colours);
          return [...found, ...joined(found, ratio)].map((island) => ({
            ...island,
            ground: index,
            isIn: source.isIn,
          }));
        }),
      );
    });
  });
}

/**
 * The columns of a test block, wherever and however they lie: rectangles alike in size and direction among the candidates of a field. `count`: how many are expected; null: not said.
 * `isSure`: whether a box is surely a column; of several sets of rectangles the likeliest that has one is taken, else the likeliest. In no order; empty where there is none.
 */
export function boxesAmong(
  islands: readonly Candidate[],
  { width, height }: Pick<Planes, 'width' | 'height'>,
  ratio: number,
  count: number | null,
  isSure: (box: Box) => boolean,
): Box[] {
  for (const factor of shapes) {
    const sets = agreeing(
      islands.filter(
        ({ long, wide, fill, area }) =>
          fill > leastFill &&
          fill < mostFill &&
          within(long / wide, ratio, factor) &&
          area < (mostOfPicture * width * height) / (count !== null && count > 1 ? 2 : 1),
      ),
      ratio,
      count,
    );
    const boxes = sets.map(boxesFrom).filter((set) => set.length > 0);
    if (boxes.length > 0) return boxes.find((set) => set.some(isSure)) ?? boxes[0]!;
  }
  return [];
}

/** The halves of a column are of one thread: they differ by less than this. */
const oneThread = 0.13;

/** Two halves whose stripe is like the cloth, and open to it at an end: what together has a column's shape. */
function joined(islands: readonly Island[], ratio: number): Island[] {
  const thin = islands.filter(({ long, wide, fill }) => fill > 0.7 && long / wide > 1.25 * ratio);
  const pairs = thin.flatMap((one, index) =>
    thin.slice(index + 1).flatMap((other) => {
      if (!within(one.long, other.long, 1.15) || turn(one.angle, other.angle) > 0.1) return [];
      if (difference(one.colour, other.colour) > oneThread) return [];
      const [dx, dy] = [other.x - one.x, other.y - one.y];
      const [cos, sin] = [Math.cos(one.angle), Math.sin(one.angle)];
      const [along, across] = [Math.abs(dx * cos + dy * sin), Math.abs(dy * cos - dx * sin)];
      const long = (one.long + other.long) / 2;
      const wide = across + (one.wide + other.wide) / 2;
      if (along > 0.12 * long || !within(long / wide, ratio, 1.2)) return [];
      return [{ one, other, long, wide, off: Math.abs(Math.log(long / wide / ratio)) }];
    }),
  );
  return mostPairs(pairs).map(({ one, other, long, wide, off }) => {
    const area = one.area + other.area;
    // The outer edges are the halves' own: the middle lies between those, not between the halves' middles.
    const share = (other.wide - one.wide) / 4 / Math.max(1e-6, wide - (one.wide + other.wide) / 2);
    const [x, y] = [(one.x + other.x) / 2, (one.y + other.y) / 2];
    return {
      ...{
        area,
        long,
        wide,
        fill: 1 - off,
        angle: one.angle,
        colour: one.colour,
        isCut: one.isCut || other.isCut,
      },
      ...{ x: x + share * (other.x - one.x), y: y + share * (other.y - one.y) },
    };
  });
}

/**
 * As many pairs as can be made, each half in one: across a gap two halves of neighbours look like a column as well, but pairs of that kind leave a half over at
 * both ends. Halves with the fewest partners choose first, the best fitting of those.
 */
function mostPairs<Pair extends { one: Island; other: Island; off: number }>(pairs: readonly Pair[]): Pair[] {
  let left = [...pairs];
  const made: Pair[] = [];
  while (left.length > 0) {
    const partners = new Map<Island, number>();
    for (const { one, other } of left)
      for (const half of [one, other]) partners.set(half, (partners.get(half) ?? 0) + 1);
    const fewest = ({ one, other }: Pair) => Math.min(partners.get(one)!, partners.get(other)!);
    const pair = left.reduce((best, next) =>
      fewest(next) < fewest(best) || (fewest(next) === fewest(best) && next.off < best.off) ? next : best,
    );
    made.push(pair);
    left = left.filter((each) =>
      [pair.one, pair.other].every((half) => each.one !== half && each.other !== half),
    );
  }
  return made;
}

/** Islands as boxes, in one direction. Pieces of the ground itself, between columns, are none. */
function boxesFrom(set: readonly Candidate[]): Box[] {
  const around = modeOf(set.flatMap(({ isIn, ground }) => (isIn ? [ground] : [])));
  const best = set.filter(({ isIn, ground }) => isIn || ground !== around);
  if (best.length === 0) return [];
  const angle = downwards(median(best.map((island) => nearTo(island.angle, best[0]!.angle))));
  return best.map(({ x, y, long, wide, isCut, angle: own }) => ({
    ...{ x, y, long, wide, isCut },
    angle: nearTo(own, angle),
  }));
}

/** The commonest of some numbers; −1 of none. */
function modeOf(values: readonly number[]): number {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts].reduce((most, other) => (other[1] > most[1] ? other : most), [-1, 0])[0];
}

/** The direction that is the same but for half turns and lies nearest to another. */
function nearTo(angle: number, other: number): number {
  let near = angle;
  while (near - other > Math.PI / 2) near -= Math.PI;
  while (other - near > Math.PI / 2) near += Math.PI;
  return near;
}

/** Downwards in the picture, or to the right where the columns lie flat. */
function downwards(angle: number): number {
  const isFlat = Math.abs(Math.cos(angle)) > Math.abs(Math.sin(angle));
  const isSo = isFlat ? Math.cos(angle) > 0 : Math.sin(angle) > 0;
  return isSo ? angle : angle + Math.PI;
}
