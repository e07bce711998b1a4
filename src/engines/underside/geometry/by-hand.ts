import { inOrder } from './arrange.ts';
import type { Box } from './box.ts';

/** Corners of a column, px of the picture: top left, top right, bottom right, bottom left. */
export type Outline = readonly (readonly [number, number])[];

const far = ([ax, ay]: readonly [number, number], [bx, by]: readonly [number, number]) =>
  Math.hypot(ax - bx, ay - by);

/** Corners that a person gave, as a rectangle in the picture. */
export function boxFrom(outline: Outline, picture: { width: number; height: number }): Box {
  const [a, b, c, d] = outline as [
    readonly [number, number],
    readonly [number, number],
    readonly [number, number],
    readonly [number, number],
  ];
  const top = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] as const;
  const foot = [(c[0] + d[0]) / 2, (c[1] + d[1]) / 2] as const;
  return {
    x: (a[0] + b[0] + c[0] + d[0]) / 4,
    y: (a[1] + b[1] + c[1] + d[1]) / 4,
    angle: Math.atan2(foot[1] - top[1], foot[0] - top[0]),
    long: far(top, foot),
    wide: (far(a, b) + far(d, c)) / 2,
    isCut: outline.some(([x, y]) => x < 0 || y < 0 || x > picture.width || y > picture.height),
  };
}

/** The places of outlines as the reader orders columns: from left to right, row by row. */
export function orderOf(outlines: readonly Outline[]): number[] {
  const nowhere = { width: Infinity, height: Infinity };
  const boxes = outlines.map((outline) => boxFrom(outline, nowhere));
  return inOrder(boxes).map((box) => boxes.indexOf(box));
}

export const shifted = (outline: Outline, dx: number, dy: number): [number, number][] =>
  outline.map(([x, y]) => [x + dx, y + dy]);

const middleOf = (outline: Outline): [number, number] => [
  outline.reduce((sum, [x]) => sum + x, 0) / outline.length,
  outline.reduce((sum, [, y]) => sum + y, 0) / outline.length,
];

/**
 * A column more, beside the one at `beside`: one pitch on (two widths where there is one column only), on the side where there is room for it within the
 * picture and no other column. `beside` past the end: beside the last.
 */
export function oneMore(
  outlines: readonly Outline[],
  beside: number,
  picture: { width: number; height: number },
): [number, number][] {
  const like = outlines[beside] ?? outlines.at(-1)!;
  const { wide, angle } = boxFrom(like, picture);
  const middles = outlines.map(middleOf);
  const steps = middles.slice(1).map((middle, index) => far(middle, middles[index]!));
  const pitch = steps.length > 0 ? Math.min(...steps) : 2 * wide;
  // Across the column: its direction turned by a right angle.
  const across = [Math.sin(angle), -Math.cos(angle)] as const;
  const places = [1, -1, 2, -2].map((times) =>
    shifted(like, times * pitch * across[0], times * pitch * across[1]),
  );
  const isFree = (outline: Outline) => {
    const [x, y] = middleOf(outline);
    const isInside = x > 0 && y > 0 && x < picture.width && y < picture.height;
    return isInside && middles.every((other) => far(other, [x, y]) > 0.7 * wide);
  };
  return places.find(isFree) ?? places[0]!;
}

/** Outlines as they stand in an address: "10,20;30,20;30,90;10,90|50,20;…". */
export const outlinesFrom = (text: string | undefined): Outline[] | undefined =>
  text?.split('|').map((outline) =>
    outline.split(';').map((corner) => {
      const [x, y] = corner.split(',').map(Number) as [number, number];
      return [x, y] as const;
    }),
  );
