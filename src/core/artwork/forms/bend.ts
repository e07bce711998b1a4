import { mean, median } from 'simple-statistics';
import { heightOf, isMostlyJoined, type Letter } from './letters.ts';

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
interface Bent {
  is: 'bent';
  x: number;
  y: number;
  radius: number;
  isArch: boolean;
}

/** A foot or head this far from the line, in heights, is a descender's or a small letter's. */
const outlierFrom = 0.2;

/** Letters on a line lie on a circle only from so many on (slices of joined ones: `joined`), and where it rises over its chord by so much of their height. */
const bentFrom = { letters: 4, joined: 8, ofHeight: 0.1, sure: 0.3 } as const;
/**
 * And where they stand so unevenly on a straight line, in heights, and on the bend by so much less. More is asked of few letters, of shallow bends and of
 * joined letters, of which many have no foot. Tried on made-up arches and bowls.
 */
const ofSure = { uneven: 0, better: 0.6 } as const;
const ofFew = { uneven: 0.03, better: 0.55 } as const;
const ofJoined = { uneven: 0.1, better: 0.4 } as const;

/** From so many letters on that touch no other, joined ones beside them tell nothing of the course. */
const wholeEnough = 5;

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

/** A letter's reach as it stands: on a bend square to its own middle, since a wide flat head's corners lie farther out than its middle. */
export function reachAsItStands(letter: Letter, course: Course): Reach {
  if (course.is === 'straight') return reachOf(letter, course);
  const angle = leanOf(letter, course);
  const { low, high } = acrossLine(letter, angle);
  const centre = course.y * Math.cos(angle) - course.x * Math.sin(angle);
  const off = course.isArch ? course.radius - centre : -course.radius - centre;
  return { low: low + off, high: high + off, along: acrossCircle(letter, course).along };
}

/** How uneven feet, and less strictly heads, are on a course: the mean distance from the middle one, px. */
export function unevenness(letters: readonly Letter[], course: Course): number {
  const { feet, heads } = offOf(letters, course);
  return feet + 0.35 * heads;
}

/** Of two letters, of which one may hang as a J does or be a small one, either the feet or the heads are level. */
function unevennessOfTwo(letters: readonly Letter[], course: Course): number {
  const { feet, heads } = offOf(letters, course);
  return 2 * Math.min(feet, heads);
}

/** How uneven feet and heads are, each for itself, px. */
function offOf(letters: readonly Letter[], course: Course): { feet: number; heads: number } {
  const reaches = letters.map((letter) => reachOf(letter, course));
  const most = outlierFrom * median(reaches.map(({ low, high }) => low - high));
  return { feet: around(reaches.map(({ low }) => low), most), heads: around(reaches.map(({ high }) => high), most) }; // prettier-ignore
}

/** The mean distance from the middle one, none counted as more than `most`: a descender is no tilt. */
function around(values: readonly number[], most: number): number {
  const middle = median([...values]);
  return values.reduce((sum, value) => sum + Math.min(most, Math.abs(value - middle)), 0) / values.length;
}

/** The course on which the letters stand most level: those that touch no other, where there are so many. */
export function courseOf(all: readonly Letter[]): Course {
  const whole = all.filter(({ isSlice }) => !isSlice);
  const letters = whole.length >= wholeEnough ? whole : all;
  const angle = tiltOf([letters]);
  const straight: Course = { is: 'straight', angle };
  const isJoined = isMostlyJoined(letters);
  if (letters.length < (isJoined ? bentFrom.joined : bentFrom.letters)) return straight;
  const level = unevenness(letters, straight);
  if (level <= 1) return straight;
  const high = median(letters.map(heightOf));
  const { circle, rise } = circleOf(letters, angle, high, level > leaningFrom * high ? triedLeans : [0]);
  if (rise < bentFrom.ofHeight * high) return straight;
  const isSure = !isJoined && rise >= bentFrom.sure * high && letters.length > bentFrom.letters;
  const { uneven, better } = isJoined ? ofJoined : isSure ? ofSure : ofFew;
  const onCircle = unevenness(letters, circle);
  // The heads of capitals and small letters are uneven on any course: on a plain bend the feet may decide.
  const isBetter = onCircle < better * level || (isSure && onCircle < level && offOf(letters, circle).feet < better * offOf(letters, straight).feet); // prettier-ignore
  if (level > uneven * high && isBetter) return circle;
  if (isJoined || letters.length < ofMost.letters || rise < ofMost.rise * high || onCircle >= level)
    return straight;
  const onLine = mostFeet(letters, straight);
  return onLine > ofMost.uneven * high && mostFeet(letters, circle) < ofMost.better * onLine
    ? circle
    : straight;
}

/** Of few letters one or two may hang, as J and y do: where most of the feet stand level on a bend, and not on a straight line, that decides. From memory. */
const ofMost = { letters: 6, share: 0.7, uneven: 0.025, better: 0.4, rise: 0.2 } as const;

/** How uneven the feet of most letters are on a course, px: those are left out that are farthest off. */
function mostFeet(letters: readonly Letter[], course: Course): number {
  const lows = letters.map((letter) => reachOf(letter, course).low);
  const middle = median([...lows]);
  const off = lows.map((low) => Math.abs(low - middle)).sort((a, b) => a - b);
  return mean(off.slice(0, Math.ceil(ofMost.share * off.length)));
}

/** The tilt at which the feet and heads of all lines are most level, each by its own height, radians. */
export function tiltOf(lines: readonly (readonly Letter[])[]): number {
  const highs = lines.map((letters) => median(letters.map(heightOf)));
  let best = 0;
  let least = Infinity;
  for (const [from, to, step] of [
    [-20, 20, 2],
    [-2, 2, 0.5],
    [-0.5, 0.5, 0.125],
  ] as const) {
    const centre = best;
    for (let degrees = from; degrees <= to; degrees += step) {
      const angle = centre + (degrees * Math.PI) / 180;
      let total = 0.002;
      lines.forEach((letters, index) => {
        const off = (letters.length === 2 ? unevennessOfTwo : unevenness)(letters, { is: 'straight', angle });
        total += (letters.length * off) / highs[index]!;
      });
      // Of equally level tilts the upright one: two letters alone could lean either way.
      total *= 1 + 0.1 * Math.abs(angle);
      if (total < least) {
        least = total;
        best = angle;
      }
    }
  }
  return best;
}

/** Rises of a bend over its chord that are tried first, in heights. */
const triedRises = [0.12, 0.2, 0.33, 0.55, 0.9, 1.5];

/** And how much they lean from the letters' tilt, degrees: a bend's is badly told by straight lines. */
const triedLeans = [0, -8, -4, 4, 8];
/** Only where they stand so unevenly on a straight line, in heights: on a shallow bend the tilt is well told. */
const leaningFrom = 0.08;
/** So many of the best are moved, and another than the first is taken where it is by so much less uneven. */
const movedFrom = 3;
/** Along their own bend letters lie at least so far apart, of the chord. */
const leastAlong = 0.8;
/** So even, in heights, capitals are on their own bend: no other is looked for. */
const evenEnough = 0.02;
const plainlyLess = 0.85;

/**
 * The circle on which the letters stand, and how far it rises over its chord, px: the best of one through their middles by least squares (Kåsa 1976) and of
 * some that bend away from their tilt, moved until feet and heads are most level.
 */
function circleOf(
  letters: readonly Letter[],
  angle: number,
  high: number,
  leans: readonly number[],
): { circle: Bent; rise: number } {
  const xs = letters.map(({ left, right }) => (left + right + 1) / 2);
  const ys = letters.map(({ top, bottom }) => (top + bottom + 1) / 2);
  const chord = Math.hypot(xs.at(-1)! - xs[0]!, ys.at(-1)! - ys[0]!);
  const [mx, my] = [mean(xs), mean(ys)];
  const fitted = kasa(xs, ys);
  const costOf = (one: Bent) => unevenness(letters, one);
  const [first, ...others] = [
    ...(fitted ? [{ is: 'bent' as const, ...fitted, isArch: fitted.y > median(ys) }] : []),
    ...triedRises.flatMap((of) =>
      [true, false].flatMap((isArch) =>
        leans.map((lean): Bent => {
          const radius = chord ** 2 / (8 * of * high) + (of * high) / 2;
          const far = isArch ? radius : -radius;
          const at = angle + (lean * Math.PI) / 180;
          return { is: 'bent', isArch, radius, x: mx - far * Math.sin(at), y: my + far * Math.cos(at) };
        }),
      ),
    ),
  ];
  let circle = moved(letters, first!, high);
  if (costOf(circle) > evenEnough * high) {
    const nearest = others.map((one) => ({ one, cost: costOf(one) })).sort((a, b) => a.cost - b.cost);
    for (const { one } of nearest.slice(0, movedFrom)) {
      const tried = moved(letters, one, high);
      // Of about equally good ones the first, which is the fitted one.
      if (costOf(tried) < plainlyLess * costOf(circle)) circle = tried;
    }
  }
  // A small circle beside the line: the letters stand behind one another, not along it.
  const along = letters.map((letter) => reachOf(letter, circle).along);
  if (Math.max(...along) - Math.min(...along) < leastAlong * chord) return { circle, rise: 0 };
  const radius = mean(xs.map((x, k) => Math.hypot(x - circle.x, ys[k]! - circle.y)));
  return { circle, rise: radius - Math.sqrt(Math.max(0, radius ** 2 - (chord / 2) ** 2)) };
}

/** A circle moved by ever smaller steps until the letters stand most level on it. */
function moved(letters: readonly Letter[], from: Bent, high: number): Bent {
  let best = from;
  let least = unevenness(letters, best);
  for (let step = Math.max(0.5 * high, from.radius / 8); step > 0.05; step /= 2) {
    for (let round = 0; round < 6; round++) {
      let isMoved = false;
      for (const [dx, dy] of [
        [step, 0],
        [-step, 0],
        [0, step],
        [0, -step],
      ] as const) {
        const tried: Bent = {
          ...best,
          x: best.x + dx,
          y: best.y + dy,
          radius: best.radius + (best.isArch ? dy : -dy),
        };
        if (tried.radius < high) continue;
        const cost = unevenness(letters, tried);
        if (cost < least) [best, least, isMoved] = [tried, cost, true];
      }
      if (!isMoved) break;
    }
  }
  return best;
}

function kasa(xs: readonly number[], ys: readonly number[]): { x: number; y: number; radius: number } | null {
  const n = xs.length;
  const mx = xs.reduce((sum, x) => sum + x, 0) / n;
  const my = ys.reduce((sum, y) => sum + y, 0) / n;
  let [uu, uv, vv, uuu, vvv, uvv, vuu] = [0, 0, 0, 0, 0, 0, 0];
  for (let k = 0; k < n; k++) {
    const u = xs[k]! - mx;
    const v = ys[k]! - my;
    uu += u * u;
    uv += u * v;
    vv += v * v;
    uuu += u ** 3;
    vvv += v ** 3;
    uvv += u * v * v;
    vuu += v * u * u;
  }
  const det = uu * vv - uv * uv;
  if (Math.abs(det) < 1e-6 * (uu + vv) ** 2) return null;
  const a = (uuu + uvv) / 2;
  const b = (vvv + vuu) / 2;
  const x = (a * vv - b * uv) / det;
  const y = (b * uu - a * uv) / det;
  return { x: mx + x, y: my + y, radius: Math.sqrt(x * x + y * y + (uu + vv) / n) };
}
