import { median } from 'simple-statistics';
import type { Pixels } from '../../picture/index.ts';
import { axesOf } from '../geometry/axes.ts';
import type { Box } from '../geometry/box.ts';
import { cellsOf, usualOf } from '../image/cells.ts';
import { endsFromRow, type Ends } from './ends-from-row.ts';
import { clothSteps } from './light.ts';
import { brightness, colourOf, difference, dot, type Colour } from '../image/planes.ts';
import { cellOf, stripOf, trimmed, type Strip } from '../image/strip.ts';

export const asFound: Ends = [0, 1];

/** Each end is looked for so far to both sides of where it was found, in lengths. */
const reach = 0.3;
/** A step across the column tells its ends where its own colour differs from the cloth by this. */
const leastTold = 0.06;
/** So many steps must. */
const leastSteps = 4;
/** A cloth must be so bright to tell the light on it, which changes between these factors. */
const leastBright = 0.1;
const lightsWithin = [0.3, 1.6] as const;
/** On a cloth too dark for that a column may be so dark itself. */
const darkest = 0.5;
/** At its sides a column is mixed with the cloth, steps. */
const rim = 3;
/** A row's colours are looked up at so many points along it. */
const pointsAlong = 4;
/** The columns of a block are one length, within this factor, and that which was said for their width: else something beside one was taken in. */
const asLong = 1.12;

export interface Measured {
  box: Box;
  strip: Strip;
  /** Its cloth on both sides, and its outer edges, steps of the strip. */
  cloth: readonly [left: Colour, right: Colour];
  sides: readonly [left: number, right: number];
}

/**
 * Where columns that were measured begin and end: row by row beyond the part that was, as far as they have the column's own colours across it, all of them, and not the cloth's. A
 * thread that hangs from it fills no row. Each as it was found where that cannot be told, or would make one longer or shorter than the others, or than was said; as the others of its row end where it still is. `ratio`: how many times as
 * long as wide a column is.
 */
export function measureEnds(working: Pixels, columns: readonly (Measured | null)[], ratio: number): Ends[] {
  const told = columns.map((column) => column && endsOf(working, column));
  const longs = told.flatMap((ends, index) => (ends ? [longOf(columns[index]!, ends)] : []));
  const usual = longs.length > 0 ? median(longs) : 0;
  const own = told.map((ends, index) => {
    if (!ends) return null;
    const column = columns[index]!;
    // Of what cloth and table beside all columns have in common all would be made longer alike.
    const isWorse = [usual, ratio * wideOf(column)].some((long) => {
      const [now, before] = [ends, asFound].map((each) => Math.abs(Math.log(longOf(column, each) / long)));
      return now! > Math.log(asLong) && now! > before!;
    });
    return { ...column, ends: isWorse ? asFound : ends, wide: wideOf(column) };
  });
  return endsFromRow(own, ratio).map((ends) => ends ?? asFound);
}

const wideOf = ({ box, strip, sides: [left, right] }: Measured) => ((right - left) * box.wide) / strip.wide;
const longOf = ({ box }: Measured, [begins, ends]: Ends) => (ends - begins) * box.long;

function endsOf(working: Pixels, { box, strip, cloth, sides }: Measured): Ends | null {
  if (box.isCut) return null;
  const profile: Step[] = [];
  const [from, to] = [Math.ceil(sides[0]) + rim, Math.floor(sides[1]) - rim];
  for (let step = Math.max(0, from); step < Math.min(strip.steps, to); step++) {
    const cells = cellsOf(strip, step, step + 1);
    if (cells[0].length < strip.rows / 2) continue;
    const own = usualOf(cells);
    const part = (step - from) / Math.max(1, to - from);
    const bare = colourOf((plane) => cloth[0][plane] + part * (cloth[1][plane] - cloth[0][plane]));
    if (difference(own, bare) <= leastTold) continue;
    const way = colourOf((plane) => own[plane] - bare[plane]);
    profile.push({ step, bare, way, squared: dot(way, way) });
  }
  if (profile.length < leastSteps) return null;
  const { along } = axesOf(box.angle);
  const lookAt = (end: -1 | 1): number => {
    const off = (end * box.long) / 2;
    const about = stripOf(
      working,
      {
        ...box,
        ...{ x: box.x + off * along[0], y: box.y + off * along[1] },
        long: (2 * reach * box.long) / (1 - 2 * trimmed),
      },
      [strip.first / strip.wide, (strip.steps - strip.first - strip.wide) / strip.wide],
      pointsAlong,
    );
    const likes = Array.from({ length: about.rows }, (_, row) => likeColumn(about, row, profile, cloth));
    const outwards = end < 0 ? likes.reverse() : likes;
    return (2 * reach * lastOf(outwards)) / about.rows - reach;
  };
  return [-lookAt(-1), 1 + lookAt(1)];
}

interface Step {
  step: number;
  /** The cloth's colour there, if there were no column, how far the column's own lies from it, and that squared. */
  bare: Colour;
  way: Colour;
  squared: number;
}

const isKnown = (cell: Colour) => cell[0] === cell[0];

/** How much a row is like the column and unlike the cloth in the row's own light, 0 to 1: the median of its steps. */
function likeColumn(strip: Strip, row: number, profile: readonly Step[], cloth: Measured['cloth']): number {
  const light = lightIn(strip, row, cloth);
  const likes: number[] = [];
  for (const { step, bare, way, squared } of profile) {
    const cell = cellOf(strip, row, step);
    if (!isKnown(cell)) continue;
    let part = 0;
    for (let plane = 0; plane < 3; plane++)
      part += way[plane]! * (cell[plane]! / (light ?? darkest) - bare[plane]!);
    likes.push(Math.min(1, Math.max(0, part / squared)));
  }
  return likes.length < leastSteps ? 0 : median(likes);
}

/** How light a row is, as a part of how light the column is where it was measured: as the cloth beside it is. null where that is too dark to tell. */
function lightIn(strip: Strip, row: number, cloth: Measured['cloth']): number | null {
  const { left, right } = clothSteps(strip);
  const lights = ([left, right] as const).flatMap(([from, to], side) => {
    const usual = brightness(cloth[side as 0]);
    if (usual < leastBright) return [];
    const cells: number[] = [];
    for (let step = Math.round(from); step < Math.round(to); step++) {
      const cell = cellOf(strip, row, step);
      if (isKnown(cell)) cells.push(brightness(cell) / usual);
    }
    return cells.length > 0 ? [median(cells)] : [];
  });
  // Something else may lie beside it on one side: the light changes less than that.
  const nearest = lights.sort((a, b) => Math.abs(Math.log(a)) - Math.abs(Math.log(b)))[0];
  if (nearest === undefined) return null;
  return Math.min(lightsWithin[1], Math.max(lightsWithin[0], nearest));
}

/** After so many rows of nothing but cloth it has ended, whatever comes then: the table, a hoop, the next row of columns. */
const surelyCloth = 3;

/** After how many rows, from inside the column outwards, it ends: as many before as are more like it than not, and as few after. */
function lastOf(likes: readonly number[]): number {
  let [sum, most, last] = [0, 0, 0];
  for (const [row, like] of likes.entries()) {
    sum += like - 0.5;
    if (sum > most) [most, last] = [sum, row + 1];
    if (sum < most - surelyCloth / 2) break;
  }
  // A row that it ends in is mixed.
  return last + (likes[last] ?? 0);
}
