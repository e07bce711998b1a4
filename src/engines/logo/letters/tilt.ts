import { median, sum } from 'simple-statistics';
import { unevennessAt } from './level.ts';
import { heightOf, type Letter } from './letters.ts';

/** Tilts are tried so far on either side and so finely, degrees. */
const [coarse, middling, fine] = [
  { far: 20, step: 2 },
  { far: 4, step: 0.5 },
  { far: 0.5, step: 0.125 },
] as const;

/**
 * The tilt at which the feet and heads of all lines are most level, each by its own height, radians: first by all letters, then about that tilt and about upright
 * by those that are most level. Where half of them hang, as in “Typography”, no middle one tells it, but those do that stand on one line.
 */
export function tiltOf(lines: readonly (readonly Letter[])[]): number {
  const highs = lines.map((letters) => median(letters.map(heightOf)));
  const costAt = (angle: number, byMost: boolean) => {
    const offs = lines.map(
      (letters, index) => (letters.length * unevennessAt(letters, angle, byMost)) / highs[index]!,
    );
    // Of equally level tilts the upright one: two letters alone could lean either way.
    return (0.002 + sum(offs)) * (angle === 0 ? 1 : beforeUpright + 0.1 * Math.abs(angle));
  };
  const bestAbout = (centres: readonly number[], { far, step }: { far: number; step: number }, byMost: boolean) => {
    const angles = centres.flatMap((centre) =>
      Array.from({ length: (2 * far) / step + 1 }, (_, k) => centre + ((k * step - far) * Math.PI) / 180),
    );
    const costs = angles.map((angle) => costAt(angle, byMost));
    return angles[costs.indexOf(Math.min(...costs))]!;
  };
  const byAll = bestAbout([0], coarse, false);
  const about = bestAbout(byAll === 0 ? [0] : [byAll, 0], middling, true);
  return bestAbout([about], fine, true);
} // prettier-ignore

/** What gains less than half a hundredth stays upright: an eighth of a degree is told by no pixel. */
const beforeUpright = 1.005;
