import { describe, expect, test } from 'vitest';
import { threadPlan, type SewnStop } from './run-out.ts';

const flat = { thicknessMm: 0, bobbinShare: 0.5 };
const run = (stop: number, stitches: number, lengthMm: number, cone = 'a'): SewnStop => ({
  ...{ stop, kind: 'run', stitches, lengthMm, cone },
});
const plan = (stops: SewnStop[], pieces: number, cones: Record<string, number>, bobbins: object = {}) =>
  threadPlan(stops, pieces, flat, { cones, bobbinMetres: 1000, ...bobbins });

describe('what runs out where', () => {
  // A piece: 100 stitches of 2 mm from a, 50 of 4 mm from b, 100 of 1 mm from a again.
  const stops = [run(1, 100, 2), run(2, 50, 4, 'b'), run(5, 100, 1)];

  test('metres of each stop, cone and bobbin; stitches of a bobbin', () => {
    const found = plan(stops, 10, {});
    expect(found.stops).toEqual([
      { stop: 1, topMetres: 0.2, bobbinMetres: 0.2 },
      { stop: 2, topMetres: 0.2, bobbinMetres: 0.2 },
      { stop: 5, topMetres: 0.1, bobbinMetres: 0.1 },
    ]);
    expect(found.cones).toEqual({ a: 3, b: 2 });
    expect(found).toMatchObject({ bobbinMetres: 5, bobbins: 1, stitchesPerBobbin: 500_000 });
    expect(plan([], 10, {}).stitchesPerBobbin).toBe(Infinity);
    expect(plan(stops, 10, {}, { bobbinMetres: 1.6 }).bobbins).toBe(4);
  });
  test('a cone is followed over its own stops only, to the stitch', () => {
    const end = (metres: number) => plan(stops, 10, { a: metres }).conesRunOut['a'];
    expect(end(0)).toEqual({ piece: 1, stop: 1, stitch: 1 });
    expect(end(0.001)).toEqual({ piece: 1, stop: 1, stitch: 1 });
    expect(end(0.003)).toEqual({ piece: 1, stop: 1, stitch: 2 });
    // Exactly the first stop: the next stitch that takes any of it is in stop 5.
    expect(end(0.2)).toEqual({ piece: 1, stop: 5, stitch: 1 });
    expect(end(0.3)).toEqual({ piece: 2, stop: 1, stitch: 1 });
    expect(end(0.75)).toEqual({ piece: 3, stop: 1, stitch: 76 });
  });
  test('a cone that lasts, to the last stitch, and one that this job does not take from, run out nowhere', () => {
    expect(plan(stops, 10, { a: 3, b: 2, c: 0 }).conesRunOut).toEqual({});
    expect(plan(stops, 10, { a: 2.9999 }).conesRunOut['a']).toMatchObject({ piece: 10, stop: 5 });
  });
  test('where rounding carries it over the last stitch, it ends at the next piece’s first that takes any of it', () => {
    // 13.7 mm are a piece to the letter; in floating point a trace is left after its last stop.
    const odd = [run(1, 9, 1, 'b'), run(2, 3, 2.7), run(3, 4, 0.7), run(4, 4, 0.7)];
    expect(plan(odd, 10, { a: 0.0137 }).conesRunOut['a']).toEqual({ piece: 2, stop: 2, stitch: 1 });
  });
  test('bobbins: the one begun first, then full ones', () => {
    const ends = plan(stops, 10, {}, { bobbinMetres: 1.5, bobbinLeftMetres: 0.6 }).bobbinRunOuts;
    expect(ends).toEqual([
      { piece: 2, stop: 1, stitch: 51 },
      { piece: 5, stop: 1, stitch: 51 },
      { piece: 8, stop: 1, stitch: 51 },
    ]);
    expect(plan(stops, 10, {}, { bobbinMetres: 5 }).bobbinRunOuts).toEqual([]);
    expect(plan(stops, 10, {}, { bobbinMetres: 4, bobbinFactor: 2 }).bobbinRunOuts).toHaveLength(2);
  });
  test('no more than 500 ends are told', () =>
    expect(plan(stops, 2000, {}, { bobbinMetres: 0.5 }).bobbinRunOuts).toHaveLength(500));
});
