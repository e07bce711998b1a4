import { median } from 'simple-statistics';
import { ownWidth, rowsOf } from '../geometry/arrange.ts';
import { axesOf, inDirection } from '../geometry/axes.ts';
import type { Box } from '../geometry/box.ts';
import type { Planes } from '../image/planes.ts';
import { contrastOf } from './contrast.ts';

/** The columns (px of the field), row by row, none of them over another: of two whose middles lie nearer than a column is wide the one that stands more clearly. */
export const withoutOverlaps = (field: Planes, boxes: readonly Box[]): Box[] =>
  rowsOf(boxes).flatMap((row) => {
    const { across } = axesOf(row[0]!.angle);
    const least = ownWidth * median(row.map(({ wide }) => wide));
    const sorted = row
      .map((box) => ({ box, clear: contrastOf(field, box) }))
      .sort((a, b) => b.clear - a.clear);
    const kept: Box[] = [];
    for (const { box } of sorted)
      if (kept.every((other) => Math.abs(inDirection(across, box) - inDirection(across, other)) >= least))
        kept.push(box);
    return row.filter((box) => kept.includes(box));
  });
