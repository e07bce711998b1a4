import type { ColumnRead } from './column.ts';
import type { Strip } from '../image/strip.ts';

/** Rows on both sides that each is evened with. */
const around = 2;

/** A strip with less of its texture: each row the mean of itself and those next to it, along the lean of the column's rims. Where its edges run aslant or to and fro they blur a little, to both sides alike. */
export function smoothedRows(strip: Strip, { left, right }: ColumnRead['outer']): Strip {
  const { rows, steps } = strip;
  const lean = (left[1] - left[0] + right[1] - right[0]) / 2 / (rows - 1);
  const data = new Float32Array(strip.data.length).fill(NaN);
  for (let row = 0; row < rows; row++) {
    const others = Array.from({ length: 2 * around + 1 }, (_, index) => row + index - around).filter(
      (other) => other >= 0 && other < rows,
    );
    for (let step = 0; step < steps; step++) {
      let [r, g, b, count] = [0, 0, 0, 0];
      for (const other of others) {
        const there = step + Math.round(lean * (other - row));
        const at = (other * steps + there) * 3;
        if (there < 0 || there >= steps || Number.isNaN(strip.data[at]!)) continue;
        r += strip.data[at]!;
        g += strip.data[at + 1]!;
        b += strip.data[at + 2]!;
        count++;
      }
      if (count === 0) continue;
      data.set([r / count, g / count, b / count], (row * steps + step) * 3);
    }
  }
  return { ...strip, data };
}
