import { describe, expect, test } from 'vitest';
import { readJobRows } from './read-rows.ts';

const threads = [
  { id: 'w40', code: 'WH40', name: 'Snowmelt white', weightNo: 40 },
  { id: 'w60', code: 'WH60', name: 'Snowmelt white', weightNo: 60 },
];
const row = (job: string, stop: string, thread: string, stitches: string, more = {}) => ({
  job,
  pieces: '12',
  stop,
  thread,
  stitches,
  ...more,
});

describe('a jobs file', () => {
  test('lines of one name become one job with its stops in order', () => {
    const { jobs, leftOut } = readJobRows(
      [
        row('Caps', '2', 'WH60', '1,150', { element: 'Lettering' }),
        row('Caps', '1', 'wh40', '4200', { due: '2026-12-01' }),
      ],
      threads,
    );
    expect(leftOut).toEqual([]);
    expect(jobs).toMatchObject([
      {
        name: 'Caps',
        pieces: 12,
        due: '2026-12-01',
        stops: [
          { stop: 1, threadId: 'w40', element: 'fill' },
          { stop: 2, threadId: 'w60', stitches: 1150, element: 'lettering' },
        ],
      },
    ]);
  });

  test.each([
    [row('A', '1', 'XX', '100'), /No single thread “XX”/],
    [row('A', '1', '', '100'), /thread is missing/],
    [row('A', '1', 'Snowmelt white', '100'), /No single thread/],
    [row('A', '0', 'WH40', '100'), /“stop” must be/],
    [row('A', '1', 'WH40', '-1'), /“stitches” must be .*not “-1”/],
    [row('A', '1', 'WH40', '1e9'), /“stitches” must be/],
    [row('A', '1', 'WH40', '100', { pieces: '0' }), /“pieces” must be/],
    [row('A', '1', 'WH40', '100', { due: '2026-13-40' }), /is no day/],
    [row('A', '1', 'WH40', '100', { element: 'zigzag' }), /is no element/],
    [row('', '1', 'WH40', '100'), /no name/],
  ])('a bad line says why: %#', (bad, why) => {
    const { lines, jobs } = readJobRows([bad], threads);
    expect(lines[0]?.faults.join(' ')).toMatch(why);
    expect(jobs).toEqual([]);
  });

  test('one bad line keeps its whole job out, and only that job', () => {
    const { jobs, leftOut, lines } = readJobRows(
      [row('Bad', '1', 'WH40', '10'), row('Bad', '1', 'WH40', '10'), row('Good', '1', 'WH40', '10')],
      threads,
    );
    expect(jobs.map((job) => job.name)).toEqual(['Good']);
    expect(leftOut).toEqual(['Bad']);
    expect(lines[1]).toMatchObject({ line: 3, faults: ['Stop 1 stands twice in this job.'] });
  });

  test('a missing column is named on every line', () => {
    expect(readJobRows([{ job: 'A', pieces: '1' }], threads).lines[0]?.faults).toHaveLength(3);
  });
});

describe('a jobs file at its edges', () => {
  const faults = (given: Record<string, string>, here?: Parameters<typeof readJobRows>[2]) =>
    readJobRows([given], threads, here).lines[0]!.faults;
  const stitches = (text: string) =>
    readJobRows([row('A', '1', 'WH40', text)], threads).jobs[0]?.stops[0]?.stitches;

  test('thousands marks are read, halves of them and decimals are not', () => {
    expect(['4200', '4,200', '4 200', "104'200", '104’200', '12,345'].map(stitches)).toEqual([
      4200, 4200, 4200, 104200, 104200, 12345,
    ]);
    for (const text of ['4,20', '42,00,000', '1.2', '1e4', 'x4200', '4200 st', '1234,567'])
      expect([text, stitches(text)]).toEqual([text, undefined]);
  });
  test('bounds count, what is beyond them is told with what it was', () => {
    expect(faults(row('A', '1', 'WH40', '100', { pieces: '100000' }))).toEqual([]);
    expect(faults(row('A', '1', 'WH40', '100', { pieces: '100001' }))).toEqual([
      '“pieces” must be a whole number from 1 to 100000, not “100001”.',
    ]);
    expect(faults(row('A', '1', 'WH40', ''))[0]).toMatch(
      /^“stitches” must be a whole number from 1 to \d+\.$/,
    );
    expect(faults(row('n'.repeat(120), '1', 'WH40', '5'))).toEqual([]);
    expect(faults(row('n'.repeat(121), '1', 'WH40', '5'))).toEqual([
      'The job’s name is longer than 120 characters.',
    ]);
  });
  test('every fault of a line is told, not its first', () => {
    expect(faults(row('', '1', 'XX', '0', { position: '19' }), { positions: 15, names: [] })).toHaveLength(4);
  });
  test('a position that no machine here has', () => {
    const at = (position: string) =>
      faults(row('A', '1', 'WH40', '5', { position }), { positions: 15, names: [] });
    expect(at('15')).toEqual([]);
    expect(at('19')).toEqual(['“position” must be a whole number from 1 to 15, not “19”.']);
  });
  test('a stop that is missing is not closed over in silence', () => {
    const { lines, jobs, leftOut } = readJobRows(
      [row('A', '1', 'WH40', '5'), row('A', '3', 'WH60', '5'), row('B', '2', 'WH40', '5')],
      threads,
    );
    expect(jobs).toEqual([]);
    expect(leftOut).toEqual(['A', 'B']);
    expect(lines.map((line) => line.faults)).toEqual([
      [],
      ['Stop 2 of this job is missing: add its line, or number the stops from 1 without gaps.'],
      ['Stop 1 of this job is missing: add its line, or number the stops from 1 without gaps.'],
    ]);
  });
  test('a job whose name waits already is told, however it is written', () => {
    const here = { positions: 15, names: ['Kite Badges'] };
    const read = readJobRows(
      [row('kite badges', '1', 'WH40', '5'), row('Other', '1', 'WH40', '5')],
      threads,
      here,
    );
    expect(read.again).toEqual(['kite badges']);
    expect(read.jobs).toHaveLength(2);
  });
  test('a colour name with its weight is one thread; headings and cells may have space around them', () => {
    const named = (thread: string) =>
      readJobRows([row('A', '1', thread, '5')], threads).jobs[0]?.stops[0]?.threadId;
    expect(['snowmelt WHITE 60', 'Snowmelt white 40 wt', 'wh60'].map(named)).toEqual(['w60', 'w40', 'w60']);
    const spaced = {
      ' Job ': ' A ',
      PIECES: ' 2 ',
      stop: '1',
      thread: ' WH40 ',
      stitches: ' 5 ',
      colour: 'x',
    };
    const read = readJobRows([spaced], threads);
    expect(read.jobs).toMatchObject([{ name: 'A', pieces: 2 }]);
    expect(read.unknownHeadings).toEqual(['colour']);
  });
  test('nothing of nothing; a missing column by its name; long words cut to what is kept', () => {
    expect(readJobRows([], threads)).toEqual({
      lines: [],
      jobs: [],
      again: [],
      leftOut: [],
      unknownHeadings: [],
    });
    expect(
      readJobRows([{ job: 'A', pieces: '1', stop: '1', thread: 'WH40' }], threads).lines[0]!.faults,
    ).toEqual(['The column “stitches” is missing.']);
    const long = { customer: 'c'.repeat(130), cloth: 'k'.repeat(130), note: 'n'.repeat(2100) };
    const [job] = readJobRows([row('A', '1', 'WH40', '5', long)], threads).jobs;
    expect([job!.customer, job!.cloth, job!.note].map(({ length }) => length)).toEqual([120, 120, 2000]);
  });
  test('days are days of the calendar', () => {
    for (const due of ['2026-02-30', '26-12-01', '2026-12-01x', 'x2026-12-01', 'soon'])
      expect([due, faults(row('A', '1', 'WH40', '5', { due }))[0]]).toEqual([
        due,
        `“${due}” is no day: write it like 2026-12-01.`,
      ]);
  });
});
