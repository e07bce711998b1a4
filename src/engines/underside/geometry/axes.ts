export type Direction = readonly [x: number, y: number];

/**
 * A column's directions in the picture by its angle (radians): along it, and across it to the right of an upright column, downwards for one that
 * lies flat.
 */
export function axesOf(angle: number): { along: Direction; across: Direction } {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const isFlat = Math.abs(cos) > Math.abs(sin);
  return { along: [cos, sin], across: isFlat ? [-sin, cos] : [sin, -cos] };
}

/** How far a place lies in a direction. */
export const inDirection = ([dx, dy]: Direction, { x, y }: { x: number; y: number }) => x * dx + y * dy;
