import { median } from 'simple-statistics';
import type { Reading, Region } from '../reading.ts';
import { estimateStitches } from '../../../core/stitches/stitch-estimate.ts';
import { isEye, joinBeneath } from './enclosed.ts';
import { reachOf } from '../letters/reach.ts';
import { kindOfShape } from './classify.ts';
import { linesByHand, type LinesSaid } from '../lettering/by-hand.ts';
import { withoutCarriers } from './carriers.ts';
import { contactsOf } from '../parts/contacts.ts';
import { solidsOf, type Solid } from '../parts/solids.ts';
import { wholeLetter, type Letter } from '../letters/letters.ts';
import { findLines } from '../lettering/lines.ts';
import { monograms } from '../lettering/monogram.ts';
import type { TextLine } from '../lettering/measure-line.ts';
import type { Part, PartMap } from '../parts/parts.ts';

/** Specks below this, in mm², are dirt; by themselves, that is: the dot on an i may be smaller. */
export const speckMm2 = { letter: 0.04, alone: 0.4 } as const;

/** Working px per mm; how far off an edge's width lies in nineteen cases of twenty, mm. */
export interface Sharpness {
  pxPerMm: number;
  edgeMm: number;
}

/** Strokes of one typeface differ by such a share, nineteen of twenty; so do heights, by what letters overshoot. Fitted on made-up logos. */
const unevenStroke = 0.06;
const unevenHeight = 0.03;

const nothingSaid: LinesSaid = { joined: [], cut: [] };

interface Group {
  parts: Part[];
  line: TextLine | null;
}

/** Lines of lettering and single parts as regions, the largest first; which region each part belongs to, by part id. */
export function regionsOf(
  parts: readonly Part[],
  map: PartMap,
  { pxPerMm, edgeMm }: Sharpness,
  box: Reading['box'],
  said: LinesSaid = nothingSaid,
) {
  const contacts = contactsOf(map.of, map.width, map.height);
  const byId = new Map(parts.map((part) => [part.id, part]));
  const linesIn = (some: readonly Part[]) =>
    withoutCarriers(findLines(some, map.of, map.width, pxPerMm), contacts);
  const first = linesIn(parts);
  const letters = new Set(first.flatMap((line) => line.parts.map(({ id }) => id)));
  // What shows through a letter's eye is no letter, however regular a row the eyes make.
  const eyes = new Set(parts.filter((part) => isEye(part, byId, contacts, letters)));
  const told = eyes.size === 0 ? first : linesIn(parts.filter((part) => !eyes.has(part)));
  const lines = linesByHand([...told, ...monograms(told, parts, map, pxPerMm)], parts, map, pxPerMm, said);
  const inLine = new Map(lines.flatMap((line) => line.parts.map((part) => [part.id, line] as const)));
  const lettering: Group[] = lines.map((line) => ({ parts: withMarks(line, parts, inLine), line }));
  const pieceOf = joinBeneath(parts, contacts, new Set(inLine.keys()));
  const solids = solidsOf(
    parts.filter((part) => !inLine.has(part.id)),
    map,
  );
  // Islands in what is cut out of a solid, as within an O, are of the solid.
  for (const part of parts) {
    if (inLine.has(part.id) || pieceOf.has(part.id)) continue;
    const solid = parts.find((other) => other.tone === part.tone && part.area < 0.15 * other.area && solids.get(other.id)?.hasHoleAt(part.rows[0]!, part.top)); // prettier-ignore
    if (solid) pieceOf.set(part.id, pieceOf.get(solid.id) ?? solid.id);
  }
  const alone = new Map<number, Part[]>();
  for (const part of parts) {
    if (inLine.has(part.id)) continue;
    const root = pieceOf.get(part.id) ?? part.id;
    // What shows through lettering lies on other lettering: it is of that.
    const line = inLine.get(root);
    if (line) lettering.find((group) => group.line === line)?.parts.push(part);
    else alone.set(root, [...(alone.get(root) ?? []), part]);
  }
  const groups = [
    ...lettering,
    ...[...alone.values()]
      .map((mine): Group => ({ parts: mine.sort((a, b) => b.area - a.area), line: null }))
      .filter(({ parts: mine }) => areaOf(mine) >= speckMm2.alone * pxPerMm ** 2),
  ].sort((a, b) => areaOf(b.parts) - areaOf(a.parts));
  const regionOf: number[] = [];
  const regions = groups.map((group, index): Region => {
    for (const part of group.parts) regionOf[part.id] = index + 1;
    return regionFrom(index + 1, group, solids, { pxPerMm, edgeMm }, box);
  });
  return { regions, regionOf };
}

const areaOf = (parts: readonly Part[]) => parts.reduce((sum, part) => sum + part.area, 0);

/**
 * Dots, accents and stops belong to the line they stand on: about as wide as its strokes, over a letter or beside one. Squares above letters
 * are wider than a stroke, and no marks. Marks them as taken.
 */
function withMarks(line: TextLine, all: readonly Part[], inLine: Map<number, TextLine>): Part[] {
  const { course, base, heightPx, strokePx } = line;
  const reaches = line.letters.map((letter) => ({ letter, ...reachOf(letter, course) }));
  const from = Math.min(...reaches.map(({ along }) => along)) - 0.3 * heightPx;
  const to = Math.max(...reaches.map(({ along }) => along)) + 0.3 * heightPx;
  const isLong = (part: Part) => part.area > 1.6 * part.widestPx ** 2 && part.widestPx < strokePx;
  // Two dots stand over one letter, as far from its middle each; more of them are a row of ornaments.
  const isPaired = (part: Part, letter: Letter) => {
    const alike = all.filter(
      (other) => isLike(other, part) && Math.abs(other.left - part.left) < 2.5 * (letter.right - letter.left),
    );
    const other = alike.find((one) => one !== part);
    const middles = other ? other.left + other.right + part.left + part.right : 0;
    return (
      alike.length === 2 &&
      Math.abs(middles - 2 * (letter.left + letter.right)) < 0.6 * (letter.right - letter.left)
    );
  };
  const marks = all.filter((part) => {
    if (part.tone !== line.parts[0]!.tone || inLine.has(part.id)) return false;
    const long = Math.max(part.right - part.left, part.bottom - part.top) + 1;
    if (part.widestPx > 1.75 * strokePx || long > 1.3 * heightPx) return false;
    const reach = reachOf(wholeLetter(part), course);
    const isOnLine = reach.low < base + 0.4 * heightPx && reach.high > base - 1.5 * heightPx;
    if (!isOnLine) return false;
    // A letter broken where its hairlines are too thin for the picture.
    const isPiece = reach.low < base + 0.35 * heightPx && reach.high > base - 1.15 * heightPx && reach.along > from && reach.along < to; // prettier-ignore
    if (isPiece || long > 0.6 * heightPx || part.widestPx < thinMark * strokePx) return isPiece;
    return reaches.some(({ letter, along, high }) => {
      const half = (letter.right - letter.left + 1) / 2;
      const gap = high - reach.low;
      // Over a capital stands an accent, close, longer than wide; what is compact or farther is an ornament.
      const isTall = base - high > 0.9 * heightPx;
      const isClose = gap > -0.1 * heightPx && gap < (isTall ? 0.22 : 0.4) * heightPx;
      const isAccent = !isTall || isLong(part) || isPaired(part, letter);
      const isOver = Math.abs(reach.along - along) < half + 0.5 * strokePx && isClose && isAccent;
      const isBeside =
        Math.abs(reach.along - along) < half + 0.7 * heightPx && reach.high > base - 1.1 * heightPx;
      return isOver || isBeside;
    });
  });
  for (const mark of marks) inLine.set(mark.id, line);
  return [...line.parts, ...marks];
}

/** A dot or an accent is wider than this part of a stroke; less is dirt, far though a stop may stand from a wide letter. From memory. */
const thinMark = 0.2;

/** As large, and as high up. */
const isLike = (one: Part, other: Part): boolean =>
  Math.abs(one.area - other.area) < 0.3 * other.area && Math.abs(one.top - other.top) < 0.5 * other.widestPx;

/** Slices of joined letters are narrower than letters. */
function countOf({ letters, heightPx }: TextLine): number {
  const real = letters.filter(({ isSlice }) => !isSlice).length;
  const joined = letters
    .filter(({ isSlice }) => isSlice)
    .reduce((sum, { left, right }) => sum + right - left + 1, 0);
  return real + Math.round(joined / (0.6 * heightPx));
}

function regionFrom(id: number, { parts, line }: Group, solids: ReadonlyMap<number, Solid>, { pxPerMm, edgeMm }: Sharpness, box: Reading['box']): Region {
  const left = Math.min(...parts.map((part) => part.left));
  const top = Math.min(...parts.map((part) => part.top));
  const right = Math.max(...parts.map((part) => part.right));
  const bottom = Math.max(...parts.map((part) => part.bottom));
  const areaMm2 = areaOf(parts) / pxPerMm ** 2;
  const strokeMm = (line?.strokePx ?? parts[0]!.strokePx) / pxPerMm;
  const widestMm = Math.max(...parts.map((part) => part.widestPx)) / pxPerMm;
  const solidMm = line ? widestMm : Math.max(widestMm, (solids.get(parts[0]!.id)?.widestPx ?? 0) / pxPerMm);
  const kind = line ? 'lettering' : kindOfShape({ strokeMm, widestMm: solidMm, areaMm2 });
  const widthMm = (right - left + 1) / pxPerMm;
  const heightMm = (bottom - top + 1) / pxPerMm;
  return {
    id,
    tone: parts[0]!.tone,
    kind,
    areaMm2,
    leftMm: (left - box.left) / pxPerMm,
    topMm: (top - box.top) / pxPerMm,
    widthMm,
    heightMm,
    strokeMm,
    thinnestMm: Math.min(strokeMm, median((line?.parts ?? [parts[0]!]).map((part) => part.narrowPx)) / pxPerMm),
    plusMinusMm: Math.hypot(edgeMm, unevenStroke * strokeMm),
    widestMm: solidMm,
    letters: line && {
      heightMm: line.heightPx / pxPerMm,
      plusMinusMm: Math.hypot(edgeMm, unevenHeight * (line.heightPx / pxPerMm)),
      smallestMm: line.smallestPx / pxPerMm,
      tiltDegrees: (-line.angle * 180) / Math.PI,
      count: countOf(line),
    },
    ...estimateStitches(kind, { areaMm2, strokeMm, widthMm, heightMm, pieces: parts.length }),
  };
} // prettier-ignore
