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
