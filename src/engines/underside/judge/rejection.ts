import { mostApart, mostSides } from '../measure/best.ts';
import { leastContrast, sureContrast } from '../measure/bobbin.ts';
import type { Box } from '../geometry/box.ts';
import type { ColumnRead, Sketch } from '../measure/column.ts';
import { doubtText, errorOf, hardlyAny, notClear, refusedFrom } from './doubt.ts';
import { betweenOff, brightness, colourOf, difference, type Colour } from '../image/planes.ts';
import type { Strip } from '../image/strip.ts';

/** Of a column measured: what a person tells apart without effort; less will do where it is so many times what the threads vary: see docs/benchmarks.md. */
const told = [
  { least: 0.17, times: 0 },
  { least: 0.13, times: 4.5 },
  { least: 0.12, times: 6 },
] as const;
/** The top thread must differ so much from the cloth for a first look at its edges; then by so much, or so many times what both vary. */
const leastFromCloth = 0.03;
const toldFromCloth = { sure: 0.1, times: 2.5 } as const;
/** What is no further from the usual cloth of the photo than this is that cloth, between two columns. */
const bareCloth = 0.045;
/** A bobbin thread nearer to the cloth than this shows no stripe on it. */
const asCloth = 0.1;
/** The two sides of a column are one thread. In a dark picture all differ by little: more than this part of what top and bobbin thread differ by is two threads. */
const mostOfContrast = 0.4;
/** Two colours that differ by less than the first, and once both are as bright by less than the second, may be one in two lights; not where one is so many times as bright as the other. */
const inShade = { contrast: 0.4, colour: 0.09, times: 1.8 } as const;
/** Of a stripe that is hardly any, so much of the width was seen, or none was. Seen, it is one where the threads differ by so many times what both vary: by more where they may be one in two lights. */
const seenStripe = { share: 0.012, times: 7.5, timesInShade: 10 } as const;
/** The top thread comes round both edges: where less of one side is seen than this part of the width, or than so many pixels, what was taken for the bobbin thread is something else, or the side is lost in the blur. */
const leastSeen = { part: 0.02, pixels: 2 } as const;
/** A bobbin thread nearer to the cloth than this is like it, and nearer to the rim than this part of the width beside it. */
const likeClothBeside = 0.12;
const leastBeside = 0.06;
/** What is measured is as wide as what was found, within these factors: less is its stripe, since its thread is like the cloth; where it is about as wide as the photo's others, what was found took in cloth. */
const widths = { least: 0.8, leastLikeOthers: 0.7, leastOfOthers: 0.93, most: 1.2 } as const;
/** Its parts fit its rows to within this, a squared difference of colours, or as well as those of the photo's other columns do, by this factor: cloth and thread may be coarse all over. */
const mostMisfit = { sure: 0.0105, asOthers: 2 } as const;
/** What lies within a column is its top thread, the bobbin thread, or a mixture of both: nothing further from those than this, and than this part of what they differ by. */
const mostOff = { sure: 0.08, part: 0.4 } as const;
/** With more of it as bright as the camera can tell, threads cannot be told apart. */
const mostClipped = 0.3;

const twoColours =
  'its two sides are of two colours, so it was not found clearly. Lay it flat, and check how wide the columns are.';
const likeCloth = 'its thread is too like the cloth. Sew the block on cloth of another colour.';
const oddStripe =
  'its stripe is of another colour than the bobbin thread of the others. Give it the same light all over, and sew all columns with one bobbin.';
const likeBobbin = 'its thread is too like the bobbin’s. Sew the block with another bobbin.';
const noStripe =
  'no bobbin thread is seen on it, and not as many columns are seen as were said: it may be none. Take it off, or set the number of columns.';
const halfBeside =
  'half a column lies beside it: its own halves may be those of two, since the bobbin thread is like the cloth. Sew the block on cloth of another colour.';
const thinSide =
  'its top thread hardly shows on one side. Check that it comes round both edges and stands out from the cloth, and go nearer.';

/** What is known of a column when it is said whether it can be read. */
export interface MeasuredBlock {
  box: Box;
  strip: Strip;
  sketch: Sketch;
  read: ColumnRead | null;
  /** How wide it was measured to be, px of the working picture; null if it was not. */
  wide: number | null;
  /** Width of the photo's columns as measured, and how badly their parts fit; null and 0 of none. */
  usualWide: number | null;
  usualMisfit: number;
  bobbin: Colour | null;
  /** The usual colour beside the photo's columns. */
  cloth: Colour;
  /** How light the photo is here, 1: as elsewhere. */
  light: number;
  isSeen: boolean;
  /** Another number of columns is seen than was said. */
  isOtherCount: boolean;
  /** What shows alone beside it may be half of a column whose other half was taken for one of its sides. */
  isHalfBeside: boolean;
}

/** Why a column cannot be read, in the operator's words, and what to do; null where it can. */
export function rejectionOf({
  box,
  strip,
  sketch,
  read,
  wide,
  usualWide,
  usualMisfit,
  bobbin,
  cloth,
  light,
  isSeen,
  isOtherCount,
  isHalfBeside,
}: MeasuredBlock): string | null {
  if (!isSeen)
    return 'its thread is too like the cloth to be seen. Sew the block on cloth of another colour.';
  if (box.isCut && isSideCut(strip, sketch))
    return 'it is cut off at the rim of the picture. Take it again with the whole block on it.';
  if (strip.clipped > mostClipped)
    return 'it is too bright to tell its threads. Take it again with less light.';
  if (!bobbin) return 'no bobbin thread can be told from the top threads. Sew the block with another bobbin.';
  if (sketch.sides > mostSides) return twoColours;
  const tooAlike = isStripeAlone(strip, sketch) ? likeCloth : likeBobbin;
  if (difference(sketch.top, bobbin) < leastContrast) return tooAlike;
  if (Math.min(difference(sketch.left, sketch.top), difference(sketch.right, sketch.top)) < leastFromCloth)
    return likeCloth;
  if (difference(sketch.top, cloth) < bareCloth) return likeCloth;
  if (!read || wide === null)
    return 'something lies across it. Take threads and lint off and photograph it again.';
  // Further from the bobbin's colour than the thread is: the two were taken for each other.
  if (read.reach < 0) return oddStripe;
  if (read.sides > Math.min(mostApart, mostOfContrast * read.contrast)) return twoColours;
  if (!told.some(({ least, times }) => read.contrast >= least * light && read.clear >= times))
    return tooAlike;
  if (read.fromCloth < toldFromCloth.sure && read.clearOfCloth < toldFromCloth.times) return likeCloth;
  if (isClothBeside(read, sketch, bobbin)) return likeCloth;
  // One bobbin thread lies under all: where that is like the cloth, what shows alone is no stripe but half a column.
  if (isHalfBeside && difference(bobbin, cloth) < asCloth) return halfBeside;
  const off = betweenOff(sketch.inner, sketch.top, bobbin);
  if (off > mostOff.sure && off > mostOff.part * difference(sketch.top, bobbin)) return oddStripe;
  if (read.misfit > Math.max(mostMisfit.sure, mostMisfit.asOthers * usualMisfit)) return notClear;
  const isLikeOthers = usualWide !== null && wide > widths.leastOfOthers * usualWide;
  if (wide < (isLikeOthers ? widths.leastLikeOthers : widths.least) * box.wide) return likeCloth;
  if (wide > widths.most * box.wide) return notClear;
  if (read.thinnest < Math.max(leastSeen.part, leastSeen.pixels / wide)) return thinSide;
  if (read.share < hardlyAny && isNothingButStripe(read, bobbin)) return tooAlike;
  if (read.share < seenStripe.share && isOtherCount) return noStripe;
  if (1.96 * errorOf(read, wide) <= refusedFrom) return null;
  return read.contrast < sureContrast ? tooAlike : doubtText(wide);
}

/** Whether what is taken for the bobbin thread lies at a rim and is like the cloth there: it is the cloth then, or the thread beside it that is like it. */
const isClothBeside = ({ left, share }: ColumnRead, sketch: Sketch, bobbin: Colour) =>
  (left < leastBeside && difference(bobbin, sketch.left) < likeClothBeside) ||
  (1 - share - left < leastBeside && difference(bobbin, sketch.right) < likeClothBeside);

/** Whether a thread on which hardly a stripe was seen may be the bobbin's, with sides too thin to be seen. */
function isNothingButStripe({ share, contrast, clear, top }: ColumnRead, bobbin: Colour): boolean {
  const brighter = Math.max(0.01, brightness(top)) / Math.max(0.01, brightness(bobbin));
  const asBright = colourOf((plane) => top[plane] / brighter);
  const isOneInTwoLights = contrast < inShade.contrast && difference(asBright, bobbin) < inShade.colour;
  if (share < seenStripe.share) return contrast < sureContrast || isOneInTwoLights;
  const isLit = isOneInTwoLights && Math.max(brighter, 1 / brighter) < inShade.times;
  return isLit ? clear < seenStripe.timesInShade : contrast < sureContrast && clear < seenStripe.times;
}

/** Whether one of its sides lies outside the picture: of a column that is cut off at its ends the rest can be read. */
const isSideCut = (strip: Strip, { from, to }: Sketch) =>
  [from, to - 1].some((step) => {
    const at = Math.min(strip.steps - 1, Math.max(0, Math.round(step)));
    const rows = Array.from({ length: strip.rows }, (_, row) => strip.data[(row * strip.steps + at) * 3]!);
    return rows.filter(Number.isNaN).length > strip.rows / 2;
  });

/** Whether all that leaves the cloth is much narrower than the column: its stripe, since its thread does not. */
const isStripeAlone = ({ wide }: Strip, { from, to }: Sketch) => to - from < 0.7 * wide;
