import { mean, median } from 'simple-statistics';
import { offOf, offOfMost, unevenness } from './level.ts';
import { heightOf, isMostlyJoined, type Letter } from './letters.ts';
import { reachOf, type Bent, type Course } from './reach.ts';
import { tiltOf } from './tilt.ts';
import { leanOffset } from './lean.ts';

/** Letters on a line lie on a circle only from so many on (slices of joined ones: `joined`), and where it rises over its chord by so much of their height. */
const bentFrom = { letters: 3, joined: 8, ofHeight: 0.1, sure: 0.3 } as const;
/**
 * And where they stand so unevenly on a straight line, in heights, and on the bend by so much less. More is asked of few letters, of shallow bends and of
 * joined letters, of which many have no foot. Tried on made-up arches and bowls.
 */
const ofSure = { uneven: 0, better: 0.6 } as const;
const ofFew = { uneven: 0.03, better: 0.55 } as const;
const ofJoined = { uneven: 0.07, better: 0.4 } as const;

/** From so many letters on that touch no other, joined ones beside them tell nothing of the course. */
const wholeEnough = 5;

/** Those that tell how a line stands: that touch no other, where there are so many. */
export function tellingOf<L extends Pick<Letter, 'isSlice'>>(letters: readonly L[]): readonly L[] {
  const whole = letters.filter(({ isSlice }) => !isSlice);
  return whole.length >= wholeEnough ? whole : letters;
}

/** The course on which the letters stand most level. */
export function courseOf(all: readonly Letter[]): Course {
  const letters = tellingOf(all);
  const angle = tiltOf([letters]);
  const straight: Course = { is: 'straight', angle };
  const isJoined = isMostlyJoined(letters);
  if (letters.length < (isJoined ? bentFrom.joined : bentFrom.letters)) return straight;
  const level = unevenness(letters, straight);
  if (level <= 1) return straight;
  const high = median(letters.map(heightOf));
  const turned = letters.some(({ isSlice }) => isSlice) ? null : leanOffset(letters, angle);
  const costOf = (course: Course) =>
    unevenness(letters, course) +
    (turned && letters.length <= ofTurn.few ? ofTurn.weight * high * turned.upright(course) : 0);
  const { circle, rise } = circleOf(
    letters,
    angle,
    high,
    level > leaningFrom * high ? triedLeans : [0],
    costOf,
  );
  const onCircle = unevenness(letters, circle);
  if (turned) {
    const [asLine, asBend] = [turned.together(straight), turned.together(circle)];
    const isTurned = asLine - asBend > ofTurn.gain && asBend < ofTurn.better * asLine;
    const isLevel = onCircle < (letters.length > ofTurn.few ? ofTurn.level : 1) * level;
    if (isTurned && isLevel && rise >= ofTurn.rise * high) return circle;
    const isUpright = asBend > asLine + ofTurn.worse && onCircle > ofTurn.plain * level;
    if (isUpright || letters.length < ofTurn.otherwise) return straight;
  }
  if (rise < bentFrom.ofHeight * high) return straight;
  const isSure = !isJoined && rise >= bentFrom.sure * high && letters.length > bentFrom.letters;
  const { uneven, better } = isJoined ? ofJoined : isSure ? ofSure : ofFew;
  // The heads of capitals and small letters are uneven on any course: on a plain bend the feet may decide.
  const isBetter = onCircle < better * level || (isSure && onCircle < level && offOf(letters, circle).feet < better * offOf(letters, straight).feet); // prettier-ignore
  if (level > uneven * high && isBetter) return circle;
  if (isJoined || letters.length < ofMost.letters || rise < ofMost.rise * high || onCircle >= level)
    return straight;
  const feetOfMost = (course: Course) => offOfMost(letters.map((letter) => reachOf(letter, course).low), ofMost.share); // prettier-ignore
  const onLine = feetOfMost(straight);
  return onLine > ofMost.uneven * high && feetOfMost(circle) < ofMost.better * onLine ? circle : straight;
}

/** Of few letters one or two may hang, as J and y do: where most of the feet stand level on a bend, and not on a straight line, that decides. From memory. */
const ofMost = { letters: 6, share: 0.7, uneven: 0.025, better: 0.4, rise: 0.2 } as const;

/**
 * Letters that stand by themselves tell a bend by how each is turned: where their boxes on a straight line are larger by so much than they need be, and on the
 * bend by so much less, where more than a few stand more level on it by so much, and it rises so far; and a straight line where they are so much larger on the bend. Of few letters the bend is looked for by it too, and
 * of fewer than `otherwise` nothing else tells one. Tried on made-up words in 80 typefaces.
 */
const ofTurn = {
  gain: 0.02,
  better: 0.65,
  rise: 0.03,
  level: 0.75,
  worse: 0.02,
  plain: 0.3,
  few: 4,
  weight: 1,
  otherwise: 4,
} as const;

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
  costOf: (course: Bent) => number,
): { circle: Bent; rise: number } {
  const xs = letters.map(({ left, right }) => (left + right + 1) / 2);
  const ys = letters.map(({ top, bottom }) => (top + bottom + 1) / 2);
  const chord = Math.hypot(xs.at(-1)! - xs[0]!, ys.at(-1)! - ys[0]!);
  const [mx, my] = [mean(xs), mean(ys)];
  const fitted = kasa(xs, ys);
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
  let circle = moved(first!, high, costOf);
  if (costOf(circle) > evenEnough * high) {
    const nearest = others.map((one) => ({ one, cost: costOf(one) })).sort((a, b) => a.cost - b.cost);
    for (const { one } of nearest.slice(0, movedFrom)) {
      const tried = moved(one, high, costOf);
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
function moved(from: Bent, high: number, costOf: (course: Bent) => number): Bent {
  let best = from;
  let least = costOf(best);
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
        const cost = costOf(tried);
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
