import { heightOf, type Letter } from './letters.ts';
import type { Course } from './bend.ts';

/** A letter this level, radians, is seen row by row; else its pixels' corners make every head look pointed. */
const levelWithin = 0.005;
/** How far below a head it is looked at, in heights, and at least in px where it leans; a round head is there narrower than farther below by such a share; one that is cut off flat and widens, as an A’s, by less where it is seen row by row. */
const belowHead = { near: 0.012, far: 0.05 } as const;
const leaningPx = 1.1;
const leaningFar = 3;
const narrower = { level: 0.65, leaning: 0.75 } as const;

/** Whether a letter is round on top, as O and C are: from its head on it grows wider. `course`: what it stands on. */
export function isRoundOnTop(letter: Letter, course: Course): boolean {
  const angle = leanOf(letter, course);
  if (Math.abs(angle) < levelWithin) {
    const high = letter.rows.length / 2;
    const widthAt = (share: number) => {
      const row = 2 * Math.round(share * high);
      return letter.rows[row + 1]! - letter.rows[row]! + 1;
    };
    return widthAt(belowHead.near) < narrower.level * widthAt(belowHead.far);
  }
  const high = heightOf(letter);
  const near = Math.max(belowHead.near * high, leaningPx);
  return widthWithin(letter, angle, near) < narrower.leaning * widthWithin(letter, angle, Math.max(belowHead.far * high, leaningFar * near)); // prettier-ignore
}

/** The tilt at which a letter stands, radians, rising to the right negative: on a bend each has its own. */
function leanOf(letter: Letter, course: Course): number {
  if (course.is === 'straight') return course.angle;
  const dx = (letter.left + letter.right + 1) / 2 - course.x;
  const dy = (letter.top + letter.bottom + 1) / 2 - course.y;
  return course.isArch ? Math.atan2(dx, -dy) : -Math.atan2(dx, dy);
}

/** How wide a letter is within so many px below its head, in a frame at a tilt (not level): of each row, between its ends. */
function widthWithin({ rows, top }: Letter, angle: number, below: number): number {
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
  const ends = (row: number) => [rows[row]! + 0.5, rows[row + 1]! + 0.5, top + row / 2 + 0.5] as const;
  let head = Infinity;
  for (let row = 0; row < rows.length; row += 2) {
    const [x0, x1, y] = ends(row);
    if (x0 <= x1) head = Math.min(head, y * cos - x0 * sin, y * cos - x1 * sin);
  }
  let [from, to] = [Infinity, -Infinity];
  for (let row = 0; row < rows.length; row += 2) {
    const [x0, x1, y] = ends(row);
    // Where the row goes deeper than that.
    const out = (y * cos - head - below) / sin;
    const [first, last] = sin > 0 ? [Math.max(x0, out), x1] : [x0, Math.min(x1, out)];
    if (first > last) continue;
    from = Math.min(from, first * cos + y * sin);
    to = Math.max(to, last * cos + y * sin);
  }
  return to - from + 1;
}
