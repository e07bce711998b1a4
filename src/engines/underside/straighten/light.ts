import { median, quantile } from 'simple-statistics';
import { asNeighbours, ownLight, type OwnLight } from './own-light.ts';
import { cellOf, type Strip } from '../image/strip.ts';

/** Which part of the margin tells the cloth, from its outer end. */
export const nearCloth = [0.3, 0.75] as const;

/** From which step to which the cloth is told on each side of a strip; near the column: a little further there may be the table already. */
export function clothSteps({
  first,
  wide,
  steps,
}: Strip): Record<'left' | 'right', readonly [from: number, to: number]> {
  const beyond = steps - first - wide;
  return {
    left: [nearCloth[0] * first, nearCloth[1] * first],
    right: [steps - nearCloth[1] * beyond, steps - nearCloth[0] * beyond],
  };
}
/** The cloth beside a column must be brighter than this to tell the light. */
const leastBright = 0.1;
/** A shadow's edge crosses a column where the light on both sides of it changes by more than this factor along it, and by about as much on one as on the other. */
const leastChange = 1.12;
const asMuch = 1.3;
/** And where the column itself grows darker with the cloth, by at least such a part of how much (of the logarithm): else another cloth lies beside it there. */
const leastOwn = 0.4;
/** No part is made brighter or darker by more than this. */
const mostGain = 2.5;

/**
 * The strip as if the light on it were the same all along: where a shadow's edge crosses the column the cloth beside it tells how much darker each row is. As it is where the cloth
 * is too dark to tell, or only one side changes, or the column does not: then something else lies beside it.
 */
export function inOneLight(strip: Strip): Strip {
  const [left, right] = [clothBeside(strip, 'left'), clothBeside(strip, 'right')];
  if (!left || !right) return strip;
  if (Math.min(quantile(left, 0.9), quantile(right, 0.9)) < leastBright) {
    const own = ownLight(strip);
    return own ? lightened(strip, own) : strip;
  }
  const changes = [left, right].map((side) => quantile(side, 0.95) / quantile(side, 0.05)) as [
    number,
    number,
  ];
  const isShadow = Math.min(...changes) > leastChange && Math.max(...changes) < asMuch * Math.min(...changes);
  if (!isShadow || !isDarkerToo(strip, left)) return strip;
  const asUsual = (side: readonly number[]) => {
    const usual = quantile([...side], 0.9);
    return side.map((value) => value / usual);
  };
  return lightened(strip, { left: asUsual(left), right: asUsual(right) });
}

/** The strip with each row as light as if it were lit like the others. */
function lightened(strip: Strip, { left, right }: OwnLight): Strip {
  const data = Float32Array.from(strip.data);
  for (let row = 0; row < strip.rows; row++) {
    const [one, other] = [1 / left[row]!, 1 / right[row]!];
    for (let step = 0; step < strip.steps; step++) {
      const gain = Math.min(mostGain, Math.max(1 / mostGain, one + ((other - one) * step) / strip.steps));
      for (let at = (row * strip.steps + step) * 3, plane = 0; plane < 3; plane++)
        data[at + plane] = Math.min(1, data[at + plane]! * gain);
    }
  }
  return { ...strip, data };
}

/** Whether a column's rows are darker where the cloth beside them is. */
function isDarkerToo(strip: Strip, cloth: readonly number[]): boolean {
  const own = brightness(strip, strip.first, strip.first + strip.wide);
  const half = Math.sqrt(quantile([...cloth], 0.95) * quantile([...cloth], 0.05));
  const middleOf = (of: readonly number[], isLit: boolean) =>
    median(of.filter((value, row) => value > 0 && cloth[row]! > half === isLit));
  const change = (of: readonly number[]) => Math.log(middleOf(of, true) / middleOf(of, false));
  return change(own) > leastOwn * change(cloth);
}

/** How bright each row is from one step to another, 0 to 1; NaN where nothing is there. */
const brightness = (strip: Strip, from: number, to: number): number[] =>
  Array.from({ length: strip.rows }, (_, row) => {
    let [sum, count] = [0, 0];
    for (let step = Math.round(from); step < Math.round(to); step++) {
      const [r, g, b] = cellOf(strip, row, step);
      if (r !== r) continue;
      sum += (r + g + b) / 3;
      count++;
    }
    return sum / count;
  });

/** How bright the cloth is on one side of each row, as its neighbours have it; null where that cannot be told. */
function clothBeside(strip: Strip, side: 'left' | 'right'): number[] | null {
  const [from, to] = clothSteps(strip)[side];
  const own = brightness(strip, from, to);
  if (own.some(Number.isNaN)) return null;
  return asNeighbours(own);
}
