import { median } from 'simple-statistics';
import { UserError } from '../../core/base/user-error.ts';
import { halvedBelow, type Pixels } from '../picture/index.ts';
import { withMargins } from './geometry/arrange.ts';
import type { Box } from './geometry/box.ts';
import { bestOf, type Measured } from './measure/best.ts';
import { deblurred } from './measure/deblur.ts';
import { bobbinTold } from './measure/bobbin.ts';
import { misfitWith, sketchOf, type ColumnRead, type Sketch } from './measure/column.ts';
import { medianOf, type Colour } from './image/planes.ts';
import type { Outline } from './geometry/by-hand.ts';
import { foundBoxes, givenBoxes, usualLengthMm, type UndersideAsked } from './find/find.ts';
import { isHalfOf } from './judge/split-column.ts';
import { inOneLight } from './straighten/light.ts';
import { asWideAsOthers } from './measure/usual-width.ts';
import type { Ends } from './straighten/ends-from-row.ts';
import { measureEnds } from './straighten/measure-ends.ts';
import { placesIn, stripOf, trimmed, type Strip } from './image/strip.ts';
import { errorOf, notClear } from './judge/doubt.ts';
import { rejectionOf } from './judge/rejection.ts';

export type { UndersideAsked } from './find/find.ts';

/** One column as read, from left to right in the picture. */
export interface UndersideColumn {
  /** Widths in mm; null where it cannot be read. */
  widths: { left: number; bobbin: number; right: number } | null;
  share: number | null;
  /** The share lies within this of what was read, 95 times in 100. */
  plusMinus: number | null;
  /** Standard deviation of the share along the column. */
  unevenness: number | null;
  /** 0 to 1: how clearly the bobbin stands out from the top thread. */
  quality: number;
  /** Why it cannot be read, and what to do. */
  why: string | null;
  /** Corners of the column, and of its stripe, in px of the picture: top left, top right, bottom right, bottom left. */
  outline: [number, number][];
  stripe: [number, number][] | null;
}

/** Columns are looked for and measured in the picture halved until its longer side has less than so many px. */
const workingSide = 3200;
/** A column's edge is looked for against a shadow as dark as this, of the furthest that colours go, and against a paler one. */
const shadowParts = [0.22, 0.1] as const;
/**
 * Reads a photo of a test block's back: finds its columns, wherever and however they lie, straightens each and cuts it row by row into cloth, top
 * thread, bobbin thread, top thread, cloth. A column that cannot be read to within 0.08 is refused with its reason, not guessed. Where another number is
 * seen than was said those that are seen are read (`countTold` says so). Throws UndersideAsked, NoColumns, ColumnsDiffer (not half of them are seen).
 */
export function readUnderside(picture: Pixels, asked: UndersideAsked): UndersideColumn[] {
  const { columnMm, lengthMm = usualLengthMm, outlines } = asked;
  const count = outlines ? outlines.length : asked.count;
  const isCount = count === undefined || (Number.isInteger(count) && count >= 1 && count <= 24);
  if (!(isCount && columnMm >= 1 && columnMm <= 60 && lengthMm >= 5 && lengthMm <= 200))
    throw new UserError(
      'UndersideAsked',
      'Say how many columns the block has (1 to 24), and how wide they are (1 to 60 mm).',
    );
  const working = halvedBelow(picture, workingSide);
  const boxes = outlines
    ? givenBoxes(working, scaledTo(working.scale, outlines))
    : foundBoxes(working, asked);
  const looks = withMargins(boxes).map(({ box, margin }) => {
    const strip = inOneLight(stripOf(working, box, margin));
    const [first, ...others] = shadowParts.map((part) => sketchOf(strip, part));
    const isNew = ({ from, to }: Sketch) => from !== first!.from || to !== first!.to;
    return { box, strip, sketches: [first!, ...others.filter(isNew)] };
  });
  const cloth = medianOf(looks.flatMap(({ sketches: [first] }) => [first!.left, first!.right]));
  const told = bobbinTold(looks.map(({ sketches }) => sketches[0]!));
  const bobbins = bestBobbin(looks, told.candidates);
  const measuredAs = looks.map((look, index) => {
    const { sketch, read } = bestOf(look.strip, look.sketches, bobbins && bobbins[index]!);
    return { sketch, read: read && deblurred(read, wideOf(look, read)) };
  });
  const rimmed = asWideAsOthers(
    looks.map((look, index) => {
      const { read } = measuredAs[index]!;
      return { box: look.box, read, wide: read && wideOf(look, read) };
    }),
  );
  const best = measuredAs.map((one, index) => ({ ...one, read: rimmed[index]! }));
  const wides = looks.flatMap((look, index) => {
    const { read } = best[index]!;
    return read ? [wideOf(look, read)] : [];
  });
  const fits = best.flatMap(({ read }) => (read ? [read.misfit] : []));
  const ends = measureEnds(
    working,
    looks.map(({ box, strip }, index) => {
      const { sketch, read } = best[index]!;
      if (!read || outlines) return null;
      const { left, right } = read.outer;
      return { box, strip, cloth: [sketch.left, sketch.right], sides: [mean(left), mean(right)] };
    }),
    lengthMm / columnMm,
  );
  const halvesAlone = looks.flatMap(({ box, sketches: [first] }, index) => {
    const { stripeWide } = boxes[index]!;
    return stripeWide ? [{ box, stripeWide, inner: first!.inner }] : [];
  });
  return looks.map((look, index) =>
    columnOf(look, {
      ...best[index]!,
      ends: ends[index]!,
      usualWide: wides.length > 0 ? median(wides) : null,
      usualMisfit: fits.length > 0 ? median(fits) : 0,
      bobbin: bobbins && bobbins[index]!,
      cloth,
      light: told.lights[index]!,
      columnMm,
      name: `column ${index + 1}`,
      back: 1 / working.scale,
      isSeen: boxes[index]!.isSeen,
      isOtherCount: count !== undefined && boxes.length !== count,
      isHalfBeside: halvesAlone.some((alone) => isHalfOf(alone, sidesOf(look, best[index]!))),
    }),
  );
}

const scaledTo = (scale: number, outlines: readonly Outline[]): Outline[] =>
  outlines.map((outline) => outline.map(([x, y]) => [x * scale, y * scale] as const));

interface Look {
  box: Box;
  strip: Strip;
  sketches: readonly Sketch[];
}

function columnOf(
  look: Look,
  of: Measured & {
    ends: Ends;
    usualWide: number | null;
    usualMisfit: number;
    bobbin: Colour | null;
    cloth: Colour;
    light: number;
    columnMm: number;
    name: string;
    back: number;
    isSeen: boolean;
    isOtherCount: boolean;
    isHalfBeside: boolean;
  },
): UndersideColumn {
  const { box, strip } = look;
  const { sketch, read, ends, columnMm, name, back } = of;
  const outlineOf = (
    left: readonly [number, number],
    right: readonly [number, number],
  ): [number, number][] => {
    const placeAt = placesIn(box);
    const across = (step: number) => (step - strip.first) / strip.wide;
    const place = (step: number, along: number): [number, number] => {
      const [x, y] = placeAt(across(step), along);
      return [x * back, y * back];
    };
    // Edges are known from the first row to the last: the ends lie a little beyond.
    const edgeAt = ([a, b]: readonly [number, number], along: number) =>
      a + ((b - a) * (along - trimmed)) / (1 - 2 * trimmed);
    const [begins, stops] = ends;
    return [
      place(edgeAt(left, begins), begins),
      place(edgeAt(right, begins), begins),
      place(edgeAt(right, stops), stops),
      place(edgeAt(left, stops), stops),
    ];
  };
  const unread = (reason: string): UndersideColumn => ({
    ...{ widths: null, share: null, plusMinus: null, unevenness: null, quality: 0, stripe: null },
    why: `Cannot read ${name}: ${reason}`,
    outline: outlineOf([sketch.from, sketch.from], [sketch.to, sketch.to]),
  });
  const wide = read && wideOf(look, read);
  const reason = rejectionOf({ ...look, ...of, wide });
  if (reason !== null || !read || wide === null) return unread(reason ?? notClear);
  const error = errorOf(read, wide);
  return {
    ...readColumn(read, columnMm),
    plusMinus: 1.96 * error,
    why: null,
    outline: outlineOf(read.outer.left, read.outer.right),
    stripe: outlineOf(partWay(read, read.left), partWay(read, read.left + read.share)),
  };
}

const mean = ([a, b]: readonly [number, number]) => (a + b) / 2;

const sidesOf = ({ box }: Look, { sketch, read }: Measured) => ({
  ...{ box, top: sketch.top },
  ...{ left: read ? read.left : 0, right: read ? 1 - read.left - read.share : 0 },
});

/** How wide a column was measured to be, px of the working picture. */
const wideOf = ({ box, strip }: Look, { outer: { left, right } }: ColumnRead) =>
  ((mean(right) - mean(left)) * box.wide) / strip.wide;

/** Of the colours that the bobbin thread may have the one that the usual column fits best; null of none. Of those whose own thread is like the cloth only the stripe was found: they fit badly whatever it is. */
function bestBobbin(looks: readonly Look[], candidates: readonly Colour[][]): Colour[] | null {
  if (candidates.length < 2) return candidates[0] ?? null;
  const misfits = candidates.map((bobbins) =>
    median(looks.map(({ strip, sketches }, index) => misfitWith(strip, sketches[0]!, bobbins[index]!))),
  );
  return candidates[misfits.indexOf(Math.min(...misfits))]!;
}

const partWay = ({ outer: { left, right } }: ColumnRead, part: number): [number, number] => [
  left[0] + part * (right[0] - left[0]),
  left[1] + part * (right[1] - left[1]),
];

const readColumn = ({ share, left, unevenness, contrast }: ColumnRead, columnMm: number) => ({
  widths: {
    left: columnMm * left,
    bobbin: columnMm * share,
    right: columnMm * Math.max(0, 1 - share - left),
  },
  ...{ share, unevenness, quality: Math.min(1, contrast / 0.5) },
});
