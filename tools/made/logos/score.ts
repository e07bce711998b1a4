import { colourDifference, rgbOf } from '../../../src/core/thread/colour.ts';
import type { Reading, Region } from '../../../src/engines/logo/reading.ts';
import { coloursOf, strokesOfElement, type DrawnElement, type DrawnLogo } from './truth.ts';

/** What came of one picture, in counts. */
export interface LogoScore {
  elements: number;
  matched: number;
  kindRight: number;
  caps: number;
  capRight: number;
  strokes: number;
  strokeRight: number;
  colourRight: boolean;
  groundWrong: boolean;
  extra: number;
  /** Of elements that can be told: whether the ± of strokes and of heights holds what was drawn. */
  holds: { strokes: boolean[]; heights: boolean[] };
  /** Each miss in words. */
  misses: string[];
}

const near = (found: number, truth: number, share: number, mm: number) =>
  Math.abs(found - truth) <= Math.max(share * truth, mm);

/** How many of a region's and an element's places are the same. */
function overlaps({ ids }: DrawnLogo, { map }: Reading) {
  const both = new Map<number, number>();
  const ofElement = new Uint32Array(256);
  const ofRegion = new Map<number, number>();
  const onAny = new Map<number, number>();
  for (let y = 0; y < ids.height; y++) {
    const my = Math.min(map.height - 1, Math.floor(((y + 0.5) * map.height) / ids.height));
    for (let x = 0; x < ids.width; x++) {
      const id = ids.of[y * ids.width + x]!;
      const mx = Math.min(map.width - 1, Math.floor(((x + 0.5) * map.width) / ids.width));
      const region = map.of[my * map.width + mx]!;
      if (id) ofElement[id]!++;
      if (region) ofRegion.set(region, (ofRegion.get(region) ?? 0) + 1);
      if (!id || !region) continue;
      onAny.set(region, (onAny.get(region) ?? 0) + 1);
      both.set(id * 65536 + region, (both.get(id * 65536 + region) ?? 0) + 1);
    }
  }
  return { both, ofElement, ofRegion, onAny };
}

/** The region of each element that has one, by how many places are shared. A region is an element's where each holds at least six tenths of the other. */
function matchLogo(
  logo: DrawnLogo,
  reading: Reading,
  counted: ReturnType<typeof overlaps>,
): Map<DrawnElement, Region> {
  const found = new Map<DrawnElement, Region>();
  for (const element of logo.elements) {
    const region = bestRegion(element, reading, counted);
    if (region) found.set(element, region);
  }
  return found;
}

function bestRegion(element: DrawnElement, reading: Reading, { both, ofElement, ofRegion, onAny }: ReturnType<typeof overlaps>): Region | null {
  let best: Region | null = null;
  let most = 0;
  for (const [key, count] of both) {
    if (Math.floor(key / 65536) !== element.id || count <= most) continue;
    const region = reading.regions.find(({ id }) => id === key % 65536);
    if (!region) continue;
    const own = count / ofElement[element.id]!;
    const its = count / Math.max(1, onAny.get(region.id) ?? ofRegion.get(region.id)!);
    if (own < 0.6 || its < 0.6) continue;
    if (colourDifference(rgbOf(reading.tones[region.tone]!.colour), rgbOf(element.colour)) > 20) continue;
    most = count;
    best = region;
  }
  return best;
} // prettier-ignore

/** Judges a reading against what was drawn. */
export function scoreLogo(logo: DrawnLogo, reading: Reading): LogoScore {
  const counted = overlaps(logo, reading);
  const { both } = counted;
  const matches = matchLogo(logo, reading, counted);
  const score: LogoScore = {
    ...{ elements: 0, matched: 0, kindRight: 0, caps: 0, capRight: 0, strokes: 0, strokeRight: 0, extra: 0 },
    colourRight: false,
    groundWrong: false,
    holds: { strokes: [], heights: [] },
    misses: [],
  };
  const used = new Set<number>();
  for (const element of logo.elements) {
    const region = matches.get(element);
    if (region) used.add(region.id);
    if (!element.isResolvable) continue;
    score.elements++;
    if (!region) {
      score.misses.push(`not found: ${element.called} ${element.colour}`);
      if (element.capMm) score.caps++;
      if (element.stemMm) score.strokes++;
      continue;
    }
    score.matched++;
    judge(element, region);
  }
  for (const region of reading.regions) {
    if (used.has(region.id)) continue;
    const id = [...both.keys()].filter((key) => key % 65536 === region.id).sort((a, b) => both.get(b)! - both.get(a)!)[0];
    const element = logo.elements.find((drawn) => drawn.id === Math.floor((id ?? 0) / 65536));
    // A piece of what nobody asks for (too small to tell) is no fault.
    if (element && !element.isResolvable) continue;
    score.extra++;
    score.misses.push(`extra: ${region.kind} ${region.widthMm.toFixed(1)} × ${region.heightMm.toFixed(1)} mm at ${region.leftMm.toFixed(0)}, ${region.topMm.toFixed(0)} ${reading.tones[region.tone]!.colour}, on ${element?.called ?? 'the ground'}`); // prettier-ignore
  }
  const sewn = reading.tones.filter((tone) => tone.share > 0).length;
  const { least, most } = coloursOf(logo);
  score.colourRight = sewn >= least && sewn <= most;
  if (!score.colourRight) score.misses.push(`${sewn} colours, not ${least} to ${most}: ${reading.tones.map((tone) => `${tone.colour} ${tone.isGround ? 'ground' : tone.share.toFixed(4)}`).join(', ')}`); // prettier-ignore
  const ground = reading.tones.find((tone) => tone.isGround);
  const isAsked = reading.doubt !== null;
  score.groundWrong =
    !isAsked &&
    (logo.ground === 'clear'
      ? ground !== undefined
      : !ground || colourDifference(rgbOf(ground.colour), rgbOf(logo.ground)) > 8);
  if (score.groundWrong) score.misses.push(`ground ${ground?.colour ?? 'clear'}, not ${logo.ground}`);
  return score;

  function judge(element: DrawnElement, region: Region): void {
    if (element.kinds.includes(region.kind)) score.kindRight++;
    else score.misses.push(`${region.kind}, not ${element.kinds.join(' or ')}: ${element.called}`);
    if (element.capMm && element.kinds[0] === 'lettering') {
      score.caps++;
      const found = region.letters?.heightMm ?? region.heightMm;
      if (region.letters) score.holds.heights.push(Math.abs(found - element.capMm) <= region.letters.plusMinusMm);
      if (region.letters && near(found, element.capMm, 0.04, 0.2)) score.capRight++;
      else score.misses.push(`${found.toFixed(2)} mm${region.letters ? '' : ' (no letters)'}: capital of ${element.called}`);
    }
    const strokes = strokesOfElement(element);
    if (strokes) {
      score.strokes++;
      const { low, high } = strokes;
      const found = region.strokeMm;
      score.holds.strokes.push(found >= low - region.plusMinusMm && found <= high + region.plusMinusMm);
      if ((found >= low && found <= high) || near(found, low, 0.1, 0.1) || near(found, high, 0.1, 0.1)) score.strokeRight++;
      else score.misses.push(`stroke ${found.toFixed(2)}, not ${low.toFixed(2)} to ${high.toFixed(2)}: ${element.called}`);
    }
  }
} // prettier-ignore

/** The sums of many pictures, as shares. */
export function sumScores(scores: readonly LogoScore[]) {
  const add = (what: (score: LogoScore) => number) => scores.reduce((sum, score) => sum + what(score), 0);
  const elements = add((score) => score.elements);
  return {
    pictures: scores.length,
    matched: add((score) => score.matched) / elements,
    kind: add((score) => score.kindRight) / elements,
    cap: add((score) => score.capRight) / add((score) => score.caps),
    stroke: add((score) => score.strokeRight) / add((score) => score.strokes),
    colours: add((score) => Number(score.colourRight)) / scores.length,
    groundWrong: add((score) => Number(score.groundWrong)) / scores.length,
    extra: add((score) => score.extra) / scores.length,
  };
}
