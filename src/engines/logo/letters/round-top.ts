import { heightOf, type Letter } from './letters.ts';
import { leanOf, type Course } from './reach.ts';
import { headsOf } from './tips.ts';

/** Round letters overshoot flat ones by about a hundredth and a half at head and foot each; thin tops blur away a little of it, pointed ones stand out more. From memory. */
export const flatOfRound = 0.98;

/** A letter this level, radians, is seen row by row; else its pixels' corners make every head look pointed. */
const levelWithin = 0.005;
/** How far below a head it is looked at, in heights, and at least in px where it leans; a round head is there narrower than farther below by such a share; one that is cut off flat and widens, as an A’s, by less where it is seen row by row. */
const belowHead = { near: 0.012, far: 0.05 } as const;
const leaningPx = 1.1;
const leaningFar = 3;
const narrower = { level: 0.65, leaning: 0.75 } as const;

/** A round head is so wide that far below its top, heights; of what is narrower only a pointed one stands out, which grows on wider, not a stem. */
const roundWide = 0.22;
const deeper = 0.15;
const pointed = 0.7;

/** Whether a letter is round or pointed on top, as O, C and some A are: from its head on it grows wider. `course`: what it stands on. */
export const isRoundOnTop = (letter: Letter, course: Course): boolean =>
  isNarrowOnTop(letter, course) || isPeaked(letter, course);

function isNarrowOnTop(letter: Letter, course: Course): boolean {
  const angle = leanOf(letter, course);
  const isLevel = Math.abs(angle) < levelWithin;
  const high = isLevel ? letter.rows.length / 2 : heightOf(letter);
  const widthAt = (below: number) => {
    if (!isLevel) return widthWithin(letter, angle, below);
    const row = 2 * Math.round(below);
    return letter.rows[row + 1]! - letter.rows[row]! + 1;
  };
  const near = isLevel ? belowHead.near * high : Math.max(belowHead.near * high, leaningPx);
  const far = isLevel ? belowHead.far * high : Math.max(belowHead.far * high, leaningFar * near);
  const wide = widthAt(far);
  if (widthAt(near) >= (isLevel ? narrower.level : narrower.leaning) * wide) return false;
  return wide >= roundWide * high || wide < pointed * widthAt(far + (deeper - belowHead.far) * high);
}

/** Peaks are so much narrower near their tips than farther below, and grow on by so much; depths in heights. Tried on geometric faces, where an M, N or W of two peaks rises by a twentieth over an H. */
const peaks = { near: 0.015, far: 0.08, narrower: 0.6, on: 0.75 } as const;

/** Whether a letter ends in two pointed peaks: of its columns few rise to its head, and more and more farther below. */
function isPeaked(letter: Letter, course: Course): boolean {
  if (letter.isSlice) return false;
  const high = heightOf(letter);
  const heads = headsOf(letter, leanOf(letter, course));
  const head = Math.min(...heads);
  const within = (below: number) => heads.filter((one) => one <= head + Math.max(1, below * high)).length;
  const wide = within(peaks.far);
  return within(peaks.near) < peaks.narrower * wide && wide < peaks.on * within(deeper);
}

/** The same of its foot. `course`: straight. */
export function isRoundBelow(letter: Letter, course: Course): boolean {
  if (course.is === 'bent') return false;
  const rows = letter.rows.map((_, at) => letter.rows[letter.rows.length - 2 - (at - (at % 2)) + (at % 2)]!);
  return isNarrowOnTop({ ...letter, rows }, { is: 'straight', angle: -course.angle });
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
