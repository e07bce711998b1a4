import { median } from 'simple-statistics';
import { rowsOf } from '../geometry/arrange.ts';
import { axesOf, inDirection } from '../geometry/axes.ts';
import type { Box } from '../geometry/box.ts';
import { lineThroughMost } from '../geometry/lines.ts';
import { endsOf, reaching } from '../geometry/reach.ts';

/** Where a column begins and ends along its box, as parts of its length: 0 and 1 where it was found to. */
export type Ends = readonly [begins: number, ends: number];

/** A line through fewer ends than this could be anywhere. */
const leastInRow = 4;
/** A column longer or shorter than its row by more than this part of its length does not end where it was found to. */
const off = 0.05;
/** How long they are is sure where so many of the row are so long to within so much; else a column must come nearer to what was said by it. */
const sureLengths = { within: 0.04, part: 0.75 } as const;

/** A column with where it was found to begin and end. `wide`: as it was measured, px. */
export interface Ended {
  box: Box;
  ends: Ends;
  wide: number;
}

/**
 * Where columns begin and end, those that are longer or shorter than the others of their row ended as those are: something lies over an end, or goes on beyond it.
 * null stays null, and does not count. `ratio`: how many times as long as wide a column is.
 */
export function endsFromRow(columns: readonly (Ended | null)[], ratio: number): (Ends | null)[] {
  const all = columns.flatMap((column, index) => {
    if (!column || column.box.isCut) return [];
    const { box, ends, wide } = column;
    const { along } = axesOf(box.angle);
    const [first, last] = endsOf(box, along);
    const at = (end: number) => first + end * (last - first);
    return [{ ...reaching(box, along, at(ends[0]), at(ends[1])), measured: wide, index }];
  });
  const out = columns.map((column) => column && column.ends);
  for (const row of rowsOf(all)) {
    if (row.length < leastInRow) continue;
    const { along, across } = axesOf(row[0]!.angle);
    const far = (box: Box) => inDirection(across, box);
    const lines = ([0, 1] as const).map((end) =>
      lineThroughMost(row.map((box) => [far(box), endsOf(box, along)[end]])),
    );
    const longAt = lineThroughMost(row.map((box) => [far(box), box.long]));
    const long = median(row.map((box) => box.long));
    const offs = row.map((box) => {
      const [start, end] = endsOf(box, along);
      return {
        more: box.long / longAt(far(box)) - 1,
        // What it has beyond its row's lines at each end.
        beyond: [(lines[0]!(far(box)) - start) / long, (end - lines[1]!(far(box))) / long] as const,
      };
    });
    const isSure =
      offs.filter(({ more }) => Math.abs(more) < sureLengths.within).length >= sureLengths.part * row.length;
    row.forEach(({ index, long: own, measured }, place) => {
      const { more, beyond } = offs[place]!;
      if (Math.abs(more) <= off) return;
      const { box, ends } = columns[index]!;
      const said = Math.log(ratio * measured);
      const isNearer = Math.abs(Math.log(own / (1 + more)) - said) < Math.abs(Math.log(own) - said);
      if (!isSure && !isNearer) return;
      const part = partAtStart(beyond, more);
      const by = (own * more) / (1 + more) / box.long;
      out[index] = [ends[0] + part * by, ends[1] - (1 - part) * by];
    });
  }
  return out;
}

/** Which part of what a column is longer (less than 0: shorter) than its row lies at its start: all at the end that lies further off its line; where both do so by about as much, of both a part. */
function partAtStart([start, end]: readonly [number, number], more: number): number {
  const [one, other] = [Math.max(0, start * Math.sign(more)), Math.max(0, end * Math.sign(more))];
  if (Math.min(one, other) > Math.max(one, other) / 4) return one / (one + other);
  return one > other ? 1 : 0;
}
