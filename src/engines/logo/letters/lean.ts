import { mean } from 'simple-statistics';
import type { Letter } from './letters.ts';
import { extentAt, leanOf, type Course } from './reach.ts';

/** Leans of a letter are tried so far on either side of the line's tilt and so finely; those of a whole line (italics) less far. Degrees. */
const tried = { far: 24, step: 3, together: 15 } as const;
/** A thin I's box doubles where it leans: no letter counts more. From memory. */
const most = 0.5;

const radians = (degrees: number): number => (degrees * Math.PI) / 180;
const boxAt = (letter: Letter, angle: number): number => {
  const { high, wide } = extentAt(letter, angle);
  return high * wide;
};
const anglesTo = (far: number): number[] =>
  Array.from({ length: (2 * far) / tried.step + 1 }, (_, k) => radians(k * tried.step - far));

/**
 * How well letters stand upright by themselves on a course: how much larger the boxes about them are there than the smallest ones about their line's
 * tilt (`centre`, radians), a mean share. A letter is wide at the foot, at the head or straight at its side: its box grows by a third where it is turned by ten degrees, but for a
 * round one's, which tells nothing. So an E tells a bend by itself, where feet and heads of few letters lie on many circles. Letters that touch no other.
 */
export function leanOffset(letters: readonly Letter[], centre: number) {
  const leasts = letters.map((letter) =>
    Math.min(...anglesTo(tried.far).map((angle) => boxAt(letter, centre + angle))),
  );
  const off = (course: Course, lean: number) =>
    mean(
      letters.map((letter, at) =>
        Math.min(most, Math.max(0, boxAt(letter, leanOf(letter, course) + lean) / leasts[at]! - 1)),
      ),
    );
  return {
    /** Of upright letters. */
    upright: (course: Course): number => off(course, 0),
    /** Of letters that lean together, whichever way is best. */
    together: (course: Course): number =>
      Math.min(...anglesTo(tried.together).map((lean) => off(course, lean))),
  };
}
