import { describe, expect, test } from 'vitest';
import { readStitchList } from './read-list.ts';

const row = (x: number, y: number, command = 'stitch') => ({ x: String(x), y: String(y), command });
/** A satin column `width` mm wide, a crossing every 0.4 mm along 20 mm: a spacing of 0.8. */
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
    expect(stops[0]!.spacingMm).toBeCloseTo(0.8, 6);
    expect(stops[0]!.mostColumnMm).toBeCloseTo(3, 6);
    // 3 mm by 20 mm; each crossing is a little longer than the column is wide.
    expect(stops[0]!.areaMm2).toBeCloseTo(50 * Math.hypot(3, 0.4) * 0.4, 6);
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

describe('headings, commands and places as they are written', () => {
  const one = (rows: Record<string, string>[]) => readStitchList(rows);
  test('headings in any case and with blanks; a line without a command is a stitch; blanks about numbers', () => {
    const rows = [
      { ' X ': ' 0 ', 'Y ': '0', COMMAND: '' },
      { ' X ': '2', 'Y ': ' 0 ', COMMAND: ' Stitch ' },
    ];
    expect(one(rows).stops).toMatchObject([{ stop: 1, stitches: 1, meanMm: 2 }]);
  });
  test.each(['colour', 'color', 'Color Change', 'colour change'])('“%s” begins the next stop', (word) => {
    const { stops } = one([row(0, 0), row(1, 0), { x: '', y: '', command: word }, row(5, 0), row(7, 0)]);
    expect(stops.map(({ stop, pathMm }) => [stop, pathMm])).toEqual([
      [1, 1],
      [2, 2],
    ]);
  });
  test.each([
    ['discolour', '0', '0'],
    ['colours', '0', '0'],
    ['stitch', '', '0'],
    ['stitch', '0', ''],
    ['stitch', '2000.1', '0'],
    ['stitch', '0', '-2000.1'],
    ['jump', 'far', '0'],
  ])('%s at %s, %s cannot be read', (command, x, y) =>
    expect(() => one([row(0, 0), { x, y, command }])).toThrow(
      expect.objectContaining({
        name: 'StitchListRow',
        message: expect.stringContaining(`Line 3 cannot be read: “${x}, ${y}, ${command}”`) as string,
      }),
    ),
  );
  test('a cell that is not there is shown as nothing', () =>
    expect(() => one([row(0, 0), { command: 'hop' }])).toThrow(/“, , hop”/));
  test('two metres from the middle can be read, and a line more than half a million cannot', () => {
    expect(one([row(-2000, 2000), row(-1999, 2000)]).stitches).toBe(1);
    const many = Array.from({ length: 500_000 }, () => row(0, 0));
    expect(one(many).stitches).toBe(499_999);
    expect(() => one([...many, row(0, 0)])).toThrow(expect.objectContaining({ name: 'StitchListTooLong' }));
  });
  test.each([
    ['x', { y: '0', command: '' }],
    ['y', { x: '0', command: '' }],
    ['command', { x: '0', y: '0' }],
  ])('a file without %s names the columns that it has', (_, rows) =>
    expect(() => one([rows])).toThrow(
      new RegExp(
        `This file has ${Object.keys(rows)
          .map((name) => `“${name}”`)
          .join(', ')}\\.$`,
      ),
    ),
  );
});

describe('what is sewn and what is not', () => {
  test('a trim cuts: what comes next begins where it is; a jump alone is a stretch of its own', () => {
    const { stops } = readStitchList([
      row(0, 0),
      row(3, 0),
      row(0, 0, 'trim'),
      row(10, 0),
      row(12, 0),
      row(40, 0, 'jump'),
      row(44, 0),
    ]);
    // 3, then 2, then 4 from where the jump ended: nothing of the ways between.
    expect(stops).toMatchObject([{ stitches: 3, pathMm: 9, longestMm: 4, trims: 1 }]);
    expect([...stops[0]!.path]).toEqual([0, 0, 3, 0, NaN, NaN, 10, 0, 12, 0, NaN, NaN, 40, 0, 44, 0]);
  });
  test('the first stitch after a colour change is not sewn from the last colour', () => {
    const { stops } = readStitchList([row(0, 0), row(1, 0), row(0, 0, 'colour'), row(50, 0), row(51, 0)]);
    expect(stops.map(({ longestMm }) => longestMm)).toEqual([1, 1]);
  });
  test('a colour of one point is no stop, and takes no number', () => {
    const { stops, trims } = readStitchList([
      row(5, 5),
      row(0, 0, 'colour'),
      row(0, 0),
      row(2, 0),
      row(4, 0),
    ]);
    expect(stops.map(({ stop, stitches }) => [stop, stitches])).toEqual([[1, 2]]);
    expect(trims).toBe(0);
  });
  test('the design’s box, wherever its origin is', () => {
    const { widthMm, heightMm, leftMm, topMm } = readStitchList([
      row(-30, 12),
      row(-10, 40),
      row(-25, 70),
      row(900, 0, 'jump'),
    ]);
    expect([widthMm, heightMm, leftMm, topMm]).toEqual([20, 58, -30, 12]);
  });
});

describe('columns, fills and runs', () => {
  const turned = (rows: ReturnType<typeof row>[], degrees: number) =>
    rows.map(({ x, y, command }) => {
      const [at, sin, cos] = [
        [Number(x), Number(y)],
        Math.sin((degrees * Math.PI) / 180),
        Math.cos((degrees * Math.PI) / 180),
      ];
      return row(at[0]! * cos - at[1]! * sin, at[0]! * sin + at[1]! * cos, command);
    });
  test.each([0, 30, 90, 137])('a column is as wide turned by %d° and moved', (degrees) => {
    const moved = turned(column(3), degrees).map((one) => row(Number(one.x) + 100, Number(one.y) - 60));
    const [stop] = readStitchList(moved).stops;
    expect(stop).toMatchObject({ kind: 'satin', stitches: 50 });
    expect(stop!.leastColumnMm).toBeCloseTo(3, 6);
    expect(stop!.spacingMm).toBeCloseTo(0.8, 6);
    // Each crossing goes 0.4 mm on: a little longer than the column is wide.
    expect(stop!.lengthMm).toBeCloseTo(Math.hypot(3, 0.4), 6);
  });
  test('a fill’s spacing: two of its lines, as far apart as they were laid; a run has none', () => {
    const [stop] = readStitchList(fill).stops;
    // 40 lines of 20 mm over a box of 20 by 15.6 mm.
    expect(stop!.spacingMm).toBeCloseTo((2 * 20 * 15.6) / stop!.pathMm, 9);
    expect(stop!.spacingMm).toBeGreaterThan(0.74);
    expect(stop!.spacingMm).toBeLessThan(0.82);
    expect(stop!.leastColumnMm).toBeNull();
    expect(stop!.areaMm2).toBeCloseTo(20 * 15.6, 9);
    expect(readStitchList(run).stops[0]).toMatchObject({ kind: 'run', spacingMm: null, leastColumnMm: null });
  });
  test('few stitches, lines far apart, or a strip hardly wider than a thread are no fill', () => {
    const lines = (count: number, apart: number, length = 20) =>
      Array.from({ length: count }, (_, line) =>
        Array.from({ length: 6 }, (_, step) => {
          const along = (step * length) / 5;
          return row(line % 2 ? length - along : along, line * apart);
        }),
      ).flat();
    const kind = (rows: ReturnType<typeof row>[]) => readStitchList(rows).stops[0]!.kind;
    expect(kind(lines(40, 0.4))).toBe('fill');
    expect(kind(lines(5, 0.4))).toBe('run');
    expect(kind(lines(40, 1.4))).toBe('run');
    expect(kind(lines(40, 0.02, 5))).toBe('run');
  });
  test('a stitch to and fro on one spot is a column of its own length, not of none', () => {
    const bar = Array.from({ length: 21 }, (_, index) => row(index % 2 ? 2 : 0, 0));
    const [stop] = readStitchList(bar).stops;
    expect(stop).toMatchObject({ kind: 'satin', spacingMm: 0 });
    expect(stop!.leastColumnMm).toBeCloseTo(2, 9);
  });
  test('the narrowest twentieth of a column that swells', () => {
    const swelling = Array.from({ length: 101 }, (_, index) =>
      row(index % 2 ? 1 + index * 0.05 : 0, index * 0.4),
    );
    const { leastColumnMm, mostColumnMm } = readStitchList(swelling).stops[0]!;
    expect(leastColumnMm).toBeGreaterThan(1);
    expect(mostColumnMm).toBeGreaterThan(5.5);
    expect(mostColumnMm).toBeLessThan(6.1);
    expect(leastColumnMm).toBeLessThan(1.6);
  });
  test('stitch lengths that the thread is reckoned with stay within what a machine sews', () => {
    const far = readStitchList([row(0, 0), row(30, 0), row(60, 0)]);
    expect(far.stops[0]).toMatchObject({ lengthMm: 12, meanMm: 30 });
    expect(readStitchList([row(0, 0), row(0.1, 0), row(0.2, 0)]).stops[0]!.lengthMm).toBe(0.3);
    expect(readStitchList([row(0, 0), row(0, 0)]).stops[0]!.lengthMm).toBe(2.5);
  });
  test('exactly the longest stitch and the thinnest column are not warned of', () => {
    expect(readStitchList([row(0, 0), row(12.7, 0)]).warnings).toEqual([]);
    expect(readStitchList([row(0, 0), row(12.71, 0)]).warnings).toHaveLength(1);
    expect(readStitchList(column(3)).warnings).toEqual([]);
    const two = readStitchList([...column(0.5), row(0, 0, 'colour'), row(0, 0), row(40, 0)]).warnings;
    expect(two.map((warning) => warning.slice(0, 7))).toEqual(['Stop 1:', 'Stop 2:']);
  });
});
