import { describe, expect, test } from 'vitest';
import { readStitchList } from './read-list.ts';

const row = (x: number, y: number, command = 'stitch') => ({ x: String(x), y: String(y), command });
/** A satin column `width` mm wide, a crossing every 0.4 mm along 20 mm. */
const column = (width: number) =>
  Array.from({ length: 51 }, (_, index) => row(index % 2 ? width : 0, index * 0.4));
/** A fill of lines 20 mm long in 4 mm stitches, 0.4 mm apart, to and fro. */
const fill = Array.from({ length: 40 }, (_, line) =>
  Array.from({ length: 6 }, (_, step) => row(line % 2 ? 20 - step * 4 : step * 4, line * 0.4)),
).flat();
const run = Array.from({ length: 21 }, (_, index) => row(index * 2.5, 30));

describe('a stitch list is measured, not estimated', () => {
  test('a 3 mm column: width, spacing and stitches', () => {
    const { stops } = readStitchList(column(3));
    expect(stops).toHaveLength(1);
    expect(stops[0]).toMatchObject({ kind: 'satin', stitches: 50 });
    expect(stops[0]!.leastColumnMm).toBeCloseTo(3, 6);
    expect(stops[0]!.spacingMm).toBeCloseTo(0.4, 6);
  });
  test('column, fill and run are told apart, stop by stop; trims are counted, jumps not sewn', () => {
    const { stops, trims, widthMm, stitches } = readStitchList([
      ...fill,
      row(0, 0, 'trim'),
      row(0, 0, 'colour'),
      row(100, 0, 'jump'),
      ...column(3),
      row(0, 0, 'color change'),
      ...run,
    ]);
    expect(stops.map((stop) => stop.kind)).toEqual(['fill', 'satin', 'run']);
    expect(stops[2]!.meanMm).toBeCloseTo(2.5, 1);
    expect(trims).toBe(1);
    expect(widthMm).toBeCloseTo(50, 6);
    expect(stitches).toBe(stops.reduce((sum, stop) => sum + stop.stitches, 0));
  });
  test('columns too thin and stitches too long are warned of', () => {
    expect(readStitchList(column(0.5)).warnings[0]).toMatch(/too thin for satin/);
    expect(readStitchList([row(0, 0), row(20, 0)]).warnings[0]).toMatch(/20\.0 mm is longer/);
  });
});

test.each([
  [[{ a: '1', b: '2' }], 'StitchListColumns', /columns x, y \(mm\) and command/],
  [[row(0, 0), { x: 'one', y: '2', command: 'stitch' }], 'StitchListRow', /Line 3/],
  [[row(0, 0, 'hop')], 'StitchListRow', /stitch, jump, trim, colour/],
  [[row(0, 0, 'trim')], 'StitchListEmpty', /right file/],
  [[], 'StitchListColumns', /no line/],
])('a list that cannot be read says why: %j', (rows, name, words) => {
  expect(() => readStitchList(rows as Record<string, string>[])).toThrow(
    expect.objectContaining({ name, message: expect.stringMatching(words) as string }),
  );
});
