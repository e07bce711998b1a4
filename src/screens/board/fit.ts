/** A tile reads best so much wider than high. */
const wide = 1.7;

/** Columns for `count` tiles in a field, px, so that the tiles are as large as can be: by the height of a line in them. */
export function columnsFor(count: number, width: number, height: number): number {
  let best = 1;
  let bestSize = 0;
  for (let columns = 1; columns <= count; columns++) {
    const rows = Math.ceil(count / columns);
    const size = Math.min(width / columns / wide, height / rows);
    // Alike, fewer columns: wider tiles cut fewer names.
    if (size > bestSize + 1e-9) [best, bestSize] = [columns, size];
  }
  return best;
}
