import { median } from 'simple-statistics';
import { Refusal } from '../../base/refusal.ts';
import { halvedBelow, type Pixels } from '../../artwork/pixels/pixels.ts';
import { withMargins } from './arrange.ts';
import type { Box } from './box.ts';
import { bobbinTold, leastContrast, sureContrast } from './bobbin.ts';
import { measured, misfitWith, sketchOf, type ColumnRead, type Sketch } from './column.ts';
import { betweenOff, difference, type Colour } from './planes.ts';
import type { Outline } from './by-hand.ts';
import { foundBoxes, givenBoxes, usualLengthMm, type UndersideAsked } from './find.ts';
import { inOneLight } from './light.ts';
import { asWideAsOthers } from './usual-width.ts';
import { endsTold, type Ends } from './ends-told.ts';
import { placesIn, stripOf, trimmed, type Strip } from './strip.ts';
import { doubtText, errorOf, hardlyAny, notClear, refusedFrom } from './doubt.ts';

export type { UndersideAsked } from './find.ts';

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
/** Of a column measured: what a person tells apart without effort. */
const leastTold = 0.17;
/** Less will do, down to this, where it is so many times what the threads vary: see docs/benchmarks.md. */
const clearlyTold = { least: 0.12, times: 5 } as const;
/** The top thread must differ so much from the cloth for a first look at its edges; then by so much, or so many times what both vary. */
const leastFromCloth = 0.03;
const toldFromCloth = { sure: 0.1, times: 2.5 } as const;
/** The two sides of a column are one thread: more difference than this, and it is none. */
const mostSides = 0.3;
const mostApart = 0.16;
/** A side thinner than this part of the column is none: what was found ends at the stripe. */
const leastThin = 0.02;
/** A bobbin thread nearer to the cloth than this is like it, and nearer to the rim than this part of the width beside it. */
const likeClothBeside = 0.12;
const leastBeside = 0.06;
/** What is measured is as wide as what was found, within these factors: less is its stripe, since its thread is like the cloth; where it is about as wide as the photo's others, what was found took in cloth. */
const widths = { least: 0.8, leastLikeOthers: 0.7, leastOfOthers: 0.93, most: 1.2 } as const;
/** A column's edge is looked for against a shadow as dark as this, of the furthest that colours go, and against a paler one. */
const shadowParts = [0.22, 0.1] as const;
/** Its parts fit its rows to within this, a squared difference of colours, or as well as those of the photo's other columns do, by this factor: cloth and thread may be coarse all over. */
const mostMisfit = { sure: 0.0105, asOthers: 2 } as const;
/** What lies within a column is its top thread, the bobbin thread, or a mixture of both: nothing further from those than this, and than this part of what they differ by. */
const mostOff = { sure: 0.08, part: 0.4 } as const;
/** With more of it as bright as the camera can tell, threads cannot be told apart. */
const mostClipped = 0.3;

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
    throw new Refusal(
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
  const told = bobbinTold(looks.map(({ sketches }) => sketches[0]!));
  const bobbins = bestBobbin(looks, told.candidates);
  const measuredAs = looks.map(({ strip, sketches }, index) =>
    bestOf(strip, sketches, bobbins && bobbins[index]!),
  );
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
  const ends = endsTold(
    working,
    looks.map(({ box, strip }, index) => {
      const { sketch, read } = best[index]!;
      if (!read || outlines) return null;
      const { left, right } = read.outer;
      return { box, strip, cloth: [sketch.left, sketch.right], sides: [mean(left), mean(right)] };
    }),
    lengthMm / columnMm,
  );
  return looks.map((look, index) =>
    columnOf(look, {
      ...best[index]!,
      ends: ends[index]!,
      usualWide: wides.length > 0 ? median(wides) : null,
      usualMisfit: fits.length > 0 ? median(fits) : 0,
      bobbin: bobbins && bobbins[index]!,
      light: told.lights[index]!,
      columnMm,
      name: `column ${index + 1}`,
      back: 1 / working.scale,
      isSeen: boxes[index]!.isSeen,
    }),
  );
}

const scaledTo = (scale: number, outlines: readonly Outline[]): Outline[] =>
  outlines.map((outline) => outline.map(([x, y]) => [x * scale, y * scale] as const));

const twoColours =
  'its two sides are of two colours, so it was not found clearly. Lay it flat, and check how wide the columns are.';
const likeCloth = 'its thread is too like the cloth. Sew the block on cloth of another colour.';
const oddStripe =
  'its stripe is of another colour than the bobbin thread of the others. Give it the same light all over, and sew all columns with one bobbin.';
const likeBobbin = 'its thread is too like the bobbin’s. Sew the block with another bobbin.';

interface Measured {
  sketch: Sketch;
  read: ColumnRead | null;
}

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
    light: number;
    columnMm: number;
    name: string;
    back: number;
    isSeen: boolean;
  },
): UndersideColumn {
  const { box, strip } = look;
  const { sketch, read, ends, usualWide, usualMisfit, bobbin, light, columnMm, name, back, isSeen } = of;
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
  if (!isSeen)
    return unread('its thread is too like the cloth to be seen. Sew the block on cloth of another colour.');
  if (box.isCut && isSideCut(strip, sketch))
    return unread('it is cut off at the rim of the picture. Take it again with the whole block on it.');
  if (strip.clipped > mostClipped)
    return unread('it is too bright to tell its threads. Take it again with less light.');
  if (!bobbin)
    return unread('no bobbin thread can be told from the top threads. Sew the block with another bobbin.');
  if (sketch.sides > mostSides) return unread(twoColours);
  const tooAlike = isStripeAlone(strip, sketch) ? likeCloth : likeBobbin;
  if (difference(sketch.top, bobbin) < leastContrast) return unread(tooAlike);
  if (Math.min(difference(sketch.left, sketch.top), difference(sketch.right, sketch.top)) < leastFromCloth)
    return unread(likeCloth);
  if (!read) return unread('something lies across it. Take threads and lint off and photograph it again.');
  if (read.sides > mostApart) return unread(twoColours);
  if (read.contrast < (read.clear < clearlyTold.times ? leastTold : clearlyTold.least) * light)
    return unread(tooAlike);
  if (read.fromCloth < toldFromCloth.sure && read.clearOfCloth < toldFromCloth.times)
    return unread(likeCloth);
  if (isClothBeside(read, sketch, bobbin)) return unread(likeCloth);
  const off = betweenOff(sketch.inner, sketch.top, bobbin);
  if (off > mostOff.sure && off > mostOff.part * difference(sketch.top, bobbin)) return unread(oddStripe);
  if (read.misfit > Math.max(mostMisfit.sure, mostMisfit.asOthers * usualMisfit)) return unread(notClear);
  const wide = wideOf(look, read);
  const isLikeOthers = usualWide !== null && wide > widths.leastOfOthers * usualWide;
  if (wide < (isLikeOthers ? widths.leastLikeOthers : widths.least) * box.wide) return unread(likeCloth);
  if (wide > widths.most * box.wide) return unread(notClear);
  if (read.share < hardlyAny && read.contrast < sureContrast) return unread(tooAlike);
  const error = errorOf(read, wide);
  if (1.96 * error > refusedFrom) return unread(read.contrast < sureContrast ? tooAlike : doubtText(wide));
  return {
    ...readColumn(read, columnMm),
    plusMinus: 1.96 * error,
    why: null,
    outline: outlineOf(read.outer.left, read.outer.right),
    stripe: outlineOf(partWay(read, read.left), partWay(read, read.left + read.share)),
  };
}

const mean = ([a, b]: readonly [number, number]) => (a + b) / 2;

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

/** Of the first looks the one whose parts fit best, with what was measured by it. */
function bestOf(strip: Strip, sketches: readonly Sketch[], bobbin: Colour | null): Measured {
  const tried = sketches.flatMap(bySides).map(({ sketch, isThin }) => {
    const isTold = bobbin && sketch.sides <= mostSides && difference(sketch.top, bobbin) >= leastContrast;
    const read = isTold ? measured(strip, sketch, bobbin) : null;
    return { sketch, read: read && isThin && thinnerSide(read) < leastThin ? null : read };
  });
  return tried.reduce((best, other) =>
    other.read && (!best.read || other.read.misfit < 0.9 * best.read.misfit) ? other : best,
  );
}

/** A look itself; where its sides differ, also as if one were the stripe already, since it is thin: its thread is that of the other. */
const bySides = (sketch: Sketch): { sketch: Sketch; isThin: boolean }[] => [
  { sketch, isThin: false },
  ...(sketch.sides > mostApart
    ? sketch.beside.map((top) => ({ sketch: { ...sketch, top, sides: 0 }, isThin: true }))
    : []),
];

const thinnerSide = ({ left, share }: ColumnRead) => Math.min(left, 1 - share - left);

/** Whether what is taken for the bobbin thread lies at a rim and is like the cloth there: it is the cloth then, or the thread beside it that is like it. */
const isClothBeside = ({ left, share }: ColumnRead, sketch: Sketch, bobbin: Colour) =>
  (left < leastBeside && difference(bobbin, sketch.left) < likeClothBeside) ||
  (1 - share - left < leastBeside && difference(bobbin, sketch.right) < likeClothBeside);

/** Whether one of its sides lies outside the picture: of a column that is cut off at its ends the rest can be read. */
const isSideCut = (strip: Strip, { from, to }: Sketch) =>
  [from, to - 1].some((step) => {
    const at = Math.min(strip.steps - 1, Math.max(0, Math.round(step)));
    const rows = Array.from({ length: strip.rows }, (_, row) => strip.data[(row * strip.steps + at) * 3]!);
    return rows.filter(Number.isNaN).length > strip.rows / 2;
  });

/** Whether all that leaves the cloth is much narrower than the column: its stripe, since its thread does not. */
const isStripeAlone = ({ wide }: Strip, { from, to }: Sketch) => to - from < 0.7 * wide;

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
