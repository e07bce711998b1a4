import type { Letter } from './letters.ts';

/**
 * How far a letter reaches across its line's direction: `low` below, `high` above, growing downwards; `along`: where its middle
 * lies on the line. Working px.
 */
export interface Reach {
  low: number;
  high: number;
  along: number;
}

/** A line's course: straight at a tilt (radians, rising to the right negative), or on a circle. */
export type Course = { is: 'straight'; angle: number } | Bent;
export interface Bent {
  is: 'bent';
  x: number;
  y: number;
  radius: number;
  isArch: boolean;
}

/** A letter's reach across a course. */
export function reachOf(letter: Letter, course: Course): Reach {
  return course.is === 'straight' ? acrossLine(letter, course.angle) : acrossCircle(letter, course);
}

function acrossLine(letter: Letter, angle: number): Reach {
  const sin = Math.sin(angle);
  const cos = Math.cos(angle);
  let low = -Infinity;
  let high = Infinity;
  // Seen from beside or upside down, a row's upper edge is the lower one.
  const [upper, lower] = cos < 0 ? [1, 0] : [0, 1];
  for (let row = 0; row < letter.rows.length; row += 2) {
    if (letter.rows[row]! > letter.rows[row + 1]!) continue;
    const y = letter.top + row / 2;
    const left = -letter.rows[row]! * sin;
    const right = -(letter.rows[row + 1]! + 1) * sin;
    low = Math.max(low, Math.max(left, right) + (y + lower) * cos);
    high = Math.min(high, Math.min(left, right) + (y + upper) * cos);
  }
  const along = ((letter.left + letter.right + 1) / 2) * cos + ((letter.top + letter.bottom + 1) / 2) * sin;
  return { low, high, along };
}

/** How high and wide a letter is in a frame at a tilt, working px. */
export function extentAt(letter: Letter, angle: number): { high: number; wide: number } {
  const across = acrossLine(letter, angle);
  const along = acrossLine(letter, angle - Math.PI / 2);
  return { high: across.low - across.high, wide: along.low - along.high };
}

/** On an arch the feet lie nearest to the centre, on a bowl farthest. */
function acrossCircle(letter: Letter, { x, y, radius, isArch }: Bent): Reach {
  // Squares: a root for every row would be most of the work of finding a bend.
  let nearest2 = Infinity;
  let farthest2 = 0;
  for (let row = 0; row < letter.rows.length; row += 2) {
    const [x0, x1] = [letter.rows[row]!, letter.rows[row + 1]! + 1];
    if (x0 >= x1) continue;
    const dy = letter.top + row / 2 + 0.5 - y;
    const inner = x < x0 ? x0 - x : x > x1 ? x - x1 : 0;
    const outer = Math.max(Math.abs(x0 - x), Math.abs(x1 - x));
    nearest2 = Math.min(nearest2, inner * inner + dy * dy);
    farthest2 = Math.max(farthest2, outer * outer + dy * dy);
  }
  const [nearest, farthest] = [Math.sqrt(nearest2), Math.sqrt(farthest2)];
  const turn = Math.atan2(
    (letter.left + letter.right + 1) / 2 - x,
    isArch ? y - (letter.top + letter.bottom) / 2 : (letter.top + letter.bottom) / 2 - y,
  );
  const along = radius * turn;
  return isArch
    ? { low: radius - nearest, high: radius - farthest, along }
    : { low: farthest - radius, high: nearest - radius, along };
}

/** The tilt at which a letter stands, radians, rising to the right negative: on a bend each has its own. */
export function leanOf(letter: Letter, course: Course): number {
  if (course.is === 'straight') return course.angle;
  const dx = (letter.left + letter.right + 1) / 2 - course.x;
  const dy = (letter.top + letter.bottom + 1) / 2 - course.y;
  return course.isArch ? Math.atan2(dx, -dy) : -Math.atan2(dx, dy);
}

/**
 * A letter's reach as it stands: on a bend square to its own middle, since a wide flat head's corners lie farther out than its middle. Two that touch are
 * turned each for itself, and reach less far across the bend than square to the middle of both.
 */
export function reachAsItStands(letter: Letter, course: Course): Reach {
  if (course.is === 'straight') return reachOf(letter, course);
  const angle = leanOf(letter, course);
  const { low, high } = acrossLine(letter, angle);
  const along = acrossLine(letter, angle - Math.PI / 2);
  const across = acrossCircle(letter, course);
  const isWide = along.low - along.high >= pairWide * (low - high);
  if (isWide && across.low - across.high < low - high) return across;
  const centre = course.y * Math.cos(angle) - course.x * Math.sin(angle);
  const off = course.isArch ? course.radius - centre : -course.radius - centre;
  return { low: low + off, high: high + off, along: across.along };
}

/** On a bend two letters that touch are together at least so wide as they stand, in heights. Tried on made-up words. */
const pairWide = 1.2;
