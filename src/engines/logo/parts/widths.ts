/**
 * Distance of every pixel to the nearest pixel of another label, px, exactly (Euclidean). Within a run of equal
 * labels in a row the lower envelope of parabolas (Felzenszwalb and Huttenlocher 2012, "Distance Transforms of
 * Sampled Functions") over the vertical distances, and the run's two ends, hold the nearest; nothing beyond them
 * can be nearer. The picture's rim counts as another label.
 */
export function distancesToOthers(labels: Uint8Array, width: number, height: number): Float32Array {
  const vertical = verticalDistances(labels, width, height);
  const out = new Float32Array(width * height);
  const sites = new Int32Array(width + 2);
  const heights = new Float64Array(width + 2);
  const bounds = new Float64Array(width + 3);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let start = 0; start < width;) {
      let end = start + 1;
      while (end < width && labels[row + end] === labels[row + start]) end++;
      envelope(row, start, end);
      start = end;
    }
  }
  return out;

  function envelope(row: number, start: number, end: number): void {
    let top = -1;
    for (let x = start - 1; x <= end; x++) {
      // The pixels just outside the run are of another label: distance 0 there.
      const g = x < start || x === end ? 0 : vertical[row + x]!;
      const f = g * g;
      for (;;) {
        if (top < 0) {
          top = 0;
          bounds[0] = -Infinity;
          break;
        }
        const other = sites[top]!;
        const cross = (f + x * x - (heights[top]! + other * other)) / (2 * (x - other));
        if (cross > bounds[top]!) {
          bounds[++top] = cross;
          break;
        }
        top--;
      }
      sites[top] = x;
      heights[top] = f;
      bounds[top + 1] = Infinity;
    }
    let at = 0;
    for (let x = start; x < end; x++) {
      while (bounds[at + 1]! < x) at++;
      out[row + x] = Math.sqrt((x - sites[at]!) ** 2 + heights[at]!);
    }
  }
}

/** To the nearest other label in the same column. */
function verticalDistances(labels: Uint8Array, width: number, height: number): Float32Array {
  const out = new Float32Array(width * height);
  for (let x = 0; x < width; x++) {
    for (let y = 0, run = 1; y < height; y++, run++) {
      const pixel = y * width + x;
      if (y > 0 && labels[pixel] !== labels[pixel - width]) run = 1;
      out[pixel] = run;
    }
    for (let y = height - 1, run = 1; y >= 0; y--, run++) {
      const pixel = y * width + x;
      if (y < height - 1 && labels[pixel] !== labels[pixel + width]) run = 1;
      if (run < out[pixel]!) out[pixel] = run;
    }
  }
  return out;
}
