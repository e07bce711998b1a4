/** What `at` tells of the pixel at a place, or of the nearest of which it tells anything, `reach` px away at most; null: of none. */
export function nearest<Found>(
  { x, y }: { x: number; y: number },
  { width, height }: { width: number; height: number },
  reach: number,
  at: (pixel: number) => Found | null | undefined,
): Found | null {
  for (let ring = 0; ring <= reach; ring++)
    for (let dy = -ring; dy <= ring; dy++)
      for (let dx = -ring; dx <= ring; dx++) {
        if (Math.max(Math.abs(dx), Math.abs(dy)) !== ring) continue;
        const [px, py] = [x + dx, y + dy];
        if (px < 0 || py < 0 || px >= width || py >= height) continue;
        const found = at(py * width + px);
        if (found !== null && found !== undefined) return found;
      }
  return null;
}
