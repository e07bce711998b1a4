import { nearest } from '../../picture/index.ts';
import { reachOf } from '../letters/reach.ts';
import { lettersOf, wholeLetter, type Letter } from '../letters/letters.ts';
import { byToneOf } from './lines.ts';
import { measureLine, type TextLine } from './measure-line.ts';
import type { Part, PartMap } from '../parts/parts.ts';

/** A place on the picture: parts of its width and height, 0 to 1. It holds whatever size the picture is read at. */
export interface Place {
  x: number;
  y: number;
}

/** What a person said of lettering: places that lie on one line, and places at which a line ends and the next one begins. */
export interface LinesSaid {
  joined: readonly (readonly Place[])[];
  cut: readonly Place[];
}

/** A touch may miss a thin letter by so much of the picture's width. */
const slip = 0.012;

/** Lines as a person put them right: first what belongs together, then what does not. What is said of a place where nothing is, is passed over. */
export function linesByHand(
  lines: readonly TextLine[],
  parts: readonly Part[],
  map: PartMap,
  pxPerMm: number,
  { joined, cut }: LinesSaid,
): TextLine[] {
  let found = [...lines];
  const byId = new Map(parts.map((part) => [part.id, part]));
  for (const places of joined) {
    const touched = [...new Set(places.flatMap((place) => partNear(place, map, byId) ?? []))];
    const theirs = found.filter((line) => touched.some((part) => line.parts.includes(part)));
    const others = touched.filter((part) => !theirs.some((line) => line.parts.includes(part)));
    const letters = [
      ...theirs.flatMap((line) => line.letters),
      ...others.flatMap((part) => asLetters(part, map, pxPerMm)),
    ];
    if (letters.length === 0) continue;
    found = [
      ...found.filter((line) => !theirs.includes(line)),
      // Letters of two colours are as high as all of them, and sewn apart.
      ...byToneOf(measureLine([...letters].sort((a, b) => a.left - b.left))),
    ];
  }
  for (const place of cut) {
    const line = lineOver(place, found, map);
    if (!line) continue;
    found = found.flatMap((other) => (other === line ? halves(line, place, map) : [other]));
  }
  return found;
}

/** A part that was said to be lettering is so, whatever it looks like. */
function asLetters(part: Part, { of, width }: PartMap, pxPerMm: number): Letter[] {
  const found = lettersOf(part, of, width, pxPerMm);
  return found.length > 0 ? found : [wholeLetter(part)];
}

/** The part at a place, or the nearest within a finger's slip. */
const partNear = ({ x, y }: Place, map: PartMap, byId: ReadonlyMap<number, Part>): Part | null =>
  nearest(
    { x: Math.floor(x * map.width), y: Math.floor(y * map.height) },
    map,
    Math.ceil(slip * map.width),
    (pixel) => byId.get(map.of[pixel]!),
  );

/** A place as a letter of one pixel, to be held against a line's course. */
function dot({ x, y }: Place, { width, height }: PartMap, part: Part): Letter {
  const [px, py] = [Math.round(x * width), Math.round(y * height)];
  return { part, left: px, right: px, top: py, bottom: py, rows: Int32Array.of(px, px), isSlice: false };
}

/** The line that a place lies on, between its ends and at its height; the nearest where several do. */
function lineOver(place: Place, lines: readonly TextLine[], map: PartMap): TextLine | null {
  const near = lines.flatMap((line) => {
    const at = reachOf(dot(place, map, line.parts[0]!), line.course);
    const along = line.letters.map((letter) => reachOf(letter, line.course).along);
    const isBetween = at.along > Math.min(...along) && at.along < Math.max(...along);
    const off = Math.abs(line.base - line.heightPx / 2 - at.low);
    return isBetween && off < line.heightPx ? [{ line, off }] : [];
  });
  return near.sort((a, b) => a.off - b.off)[0]?.line ?? null;
}

/** A line cut at a place, each half measured by itself on the same course; joined letters go whole to one side. */
function halves(line: TextLine, place: Place, map: PartMap): TextLine[] {
  const at = reachOf(dot(place, map, line.parts[0]!), line.course).along;
  const middles = new Map<Part, number[]>();
  for (const letter of line.letters)
    middles.set(letter.part, [...(middles.get(letter.part) ?? []), reachOf(letter, line.course).along]);
  const isBefore = ({ part }: Letter) => {
    const along = middles.get(part)!;
    return along.reduce((sum, each) => sum + each, 0) / along.length < at;
  };
  return [line.letters.filter(isBefore), line.letters.filter((letter) => !isBefore(letter))].flatMap(
    (some) => (some.length === 0 ? [] : [measureLine(some, line.course)]),
  );
}
