import { leastContrast } from './bobbin.ts';
import { measured, type ColumnRead, type Sketch } from './column.ts';
import { smoothedRows } from './smooth-rows.ts';
import { difference, type Colour } from '../image/planes.ts';
import type { Strip } from '../image/strip.ts';

/** A first look at a column, and what was measured by it; null where its parts cannot be told. */
export interface Measured {
  sketch: Sketch;
  read: ColumnRead | null;
}

/** The two sides of a column are one thread: more difference than this at a first look, and it is none. */
export const mostSides = 0.3;
/** Measured, they differ by no more than this; at a first look such may be one thread that is thin on one of them. */
export const mostApart = 0.16;
/** A side thinner than this part of the column is none: what was found ends at the stripe. */
const leastThin = 0.02;
/** Rows that fit worse than this, or whose threads differ by less than so many times what they vary, or whose shares differ by more, are cut in their texture and not at their edges, one by one. */
const coarse = { misfit: 0.0105, clear: 4, unevenness: 0.07 } as const;

/** Of the first looks the one whose parts fit best, with what was measured by it. */
export function bestOf(strip: Strip, sketches: readonly Sketch[], bobbin: Colour | null): Measured {
  const tried = sketches.flatMap(bySides).map(({ sketch, isThin }) => {
    const isTold = bobbin && sketch.sides <= mostSides && difference(sketch.top, bobbin) >= leastContrast;
    const read = isTold ? measured(strip, sketch, bobbin) : null;
    return { sketch, read: read && isThin && thinnerSide(read) < leastThin ? null : read };
  });
  const best = tried.reduce((best, other) =>
    other.read && (!best.read || other.read.misfit < 0.9 * best.read.misfit) ? other : best,
  );
  if (!best.read || !bobbin || !isCoarse(best.read)) return best;
  const even = measured(smoothedRows(strip, best.read.outer), best.sketch, bobbin);
  // What is even varies less: how clearly the threads differ is told by the rows as they are.
  return { ...best, read: even ? { ...even, clear: best.read.clear } : best.read };
}

const isCoarse = ({ misfit, clear, unevenness }: ColumnRead) =>
  misfit > coarse.misfit || clear < coarse.clear || unevenness > coarse.unevenness;

/** A look itself; where its sides differ, also as if one were the stripe already, since it is thin: its thread is that of the other. */
const bySides = (sketch: Sketch): { sketch: Sketch; isThin: boolean }[] => [
  { sketch, isThin: false },
  ...(sketch.sides > mostApart
    ? sketch.beside.map((top) => ({ sketch: { ...sketch, top, sides: 0 }, isThin: true }))
    : []),
];

const thinnerSide = ({ left, share }: ColumnRead) => Math.min(left, 1 - share - left);
