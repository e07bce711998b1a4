import { extentAt } from '../letters/reach.ts';
import { heightOf, widthOf, type Letter } from '../letters/letters.ts';

/** Whether a group is lettering at all: not bars, not two odd shapes. */
export function isLettering(group: readonly Letter[]): boolean {
  const sources = new Set(group.map(({ part }) => part));
  if (group.length < 2 || looksLikeBars(group) || isRepeated(group)) return false;
  if (sources.size === 1) return group.length >= 2;
  return group.length > 2 || areAlike(group);
}

/** Equal full rectangles side by side are bars, not letters. */
function looksLikeBars(group: readonly Letter[]): boolean {
  if (group.some(({ isSlice }) => isSlice)) return false;
  const isFull = (letter: Letter) => letter.part.area > 0.88 * widthOf(letter) * heightOf(letter);
  if (group.length > 1 && group.every((letter) => isFull(letter) || isBar(letter))) return true;
  const upright = group.map(({ part }) => part.strokePx).sort((a, b) => a - b);
  // Tilted bars are no full rectangles, but all alike and a single stroke each.
  const singles = group.every(
    (letter) =>
      letter.part.area < 1.25 * letter.part.strokePx * Math.hypot(widthOf(letter), heightOf(letter)),
  );
  return areOfOneShape(group) && singles && upright.at(-1)! < 1.1 * upright[0]!;
}

/** Outlines of one shape lie so near each other, on average, heights; by whole pixels each is up to one off. */
const alike = { share: 0.025, px: 1 } as const;

/** Three or more times the same outline: a row of ornaments. No word is one letter over and over. */
function isRepeated(group: readonly Letter[]): boolean {
  if (group.length < 3 || group.some(({ isSlice }) => isSlice) || !areOfOneShape(group)) return false;
  const [first] = group as [Letter];
  const most = Math.max(alike.px, alike.share * heightOf(first));
  const off = (some: Int32Array, from: number, others: Int32Array, to: number) => {
    const count = Math.min(some.length, others.length);
    let sum = 0;
    for (let at = 0; at < count; at++) sum += Math.abs(some[at]! - from - others[at]! + to);
    return Math.max(sum / count, Math.abs(some.length - others.length) / 2);
  };
  return group.every(
    ({ rows, left, top, part }) =>
      off(rows, left, first.rows, first.left) <= most &&
      off(part.tops, top, first.part.tops, first.top) <= most,
  );
}

/** A straight stroke and nothing else, however it leans: it fills a long box. */
function isBar(letter: Letter): boolean {
  // By single degrees: one that is off by a whole one fills a long thin bar's box too little.
  for (let degrees = -20; degrees <= 20; degrees++) {
    const { high, wide } = extentAt(letter, (degrees * Math.PI) / 180);
    if (letter.part.area > 0.88 * high * wide && Math.max(high, wide) > 1.5 * Math.min(high, wide))
      return true;
  }
  return false;
}

/** All of one size and area: a row of ornaments. */
export function areOfOneShape(group: readonly Letter[]): boolean {
  const areas = group.map(({ part }) => part.area).sort((a, b) => a - b);
  return areas.at(-1)! < 1.04 * areas[0]!;
}

function areAlike([one, other]: readonly Letter[]): boolean {
  const [low, high] = [heightOf(one!), heightOf(other!)].sort((a, b) => a - b) as [number, number];
  return high < 1.5 * low && one!.part.strokePx < 0.4 * low && other!.part.strokePx < 0.4 * low;
}
