import { describe, expect, test } from 'vitest';
import type { Seat } from '../ledger/head-now.ts';
import { needleText, readNeedleLabel } from '../needle/label.ts';
import { readTypedSeats } from './typed-seats.ts';

const threads = [
  { id: 'r', code: 'RE40', name: 'Rescue red' },
  { id: 'w', code: 'WH40', name: 'Snowmelt white' },
  { id: 'w60', code: 'WH60', name: 'Snowmelt white fine' },
  { id: 's', code: 'SI40', name: 'Pebble grey' },
];
const seat = (position: number, label: string, threadId: string): Seat => ({
  head: 1,
  position,
  needle: {
    ...{ entryId: 'n', fittedAt: '', reason: 'worn', spec: readNeedleLabel(label).spec },
    age: { stitches: 0, sewingMs: 0, metallicMs: 0 },
  },
  cone: { entryId: 'c', coneId: null, threadId, fibre: 'polyester', mountedAt: '', stitches: 0 },
});
const read = (rows: [needle: string, thread: string][], seats: Seat[] = []) =>
  readTypedSeats(
    rows.map(([needle, thread], index) => ({ position: index + 1, needle, thread })),
    seats,
    { threads },
  ).map((row) => ({
    needle: row.needle && needleText(row.needle),
    thread: row.thread?.code ?? null,
    bad: row.badNeedle || row.badThread,
  }));

describe('the head’s table as typed', () => {
  test('a needle by its label, a thread by its code or the beginning of its name; empty is nothing', () =>
    expect(
      read([
        ['80/12 sharp', 'si40'],
        ['', ''],
        ['75 light ball', 'resc'],
      ]),
    ).toEqual([
      { needle: '80/12 sharp', thread: 'SI40', bad: '' },
      { needle: null, thread: null, bad: '' },
      { needle: '75/11 light ball', thread: 'RE40', bad: '' },
    ]));
  test('" means as above, also over several rows and past one that is empty in the other column', () =>
    expect(
      read([
        ['80/12 sharp', 'RE40'],
        ['"', 'SI40'],
        ['"', '"'],
        [' = ', ''],
        ['', '"'],
      ]),
    ).toMatchObject([
      { needle: '80/12 sharp', thread: 'RE40' },
      { needle: '80/12 sharp', thread: 'SI40' },
      { needle: '80/12 sharp', thread: 'SI40' },
      { needle: '80/12 sharp', thread: null },
      { needle: null, thread: null },
    ]));
  test('what sits there already is no change', () => {
    const seats = [seat(1, '80/12 sharp', 'r'), seat(2, '80/12 sharp', 'r')];
    expect(
      read(
        [
          ['80/12 sharp', 'RE40'],
          ['75/11 sharp', 'RE40'],
        ],
        seats,
      ),
    ).toMatchObject([
      { needle: null, thread: null },
      { needle: '75/11 sharp', thread: null },
    ]);
  });
  test('what cannot be read says so in its own row, and the others stand', () => {
    const [first, second, third] = read([
      ['wood screw', 'RE40'],
      ['80/12', 'snowmelt'],
      ['80/12', 'WH60'],
    ]);
    expect(first!.bad).toMatch(/wood|pack|size/i);
    expect(first).toMatchObject({ needle: null, thread: 'RE40' });
    // Two threads begin so.
    expect(second!.bad).toBe('No single thread of the stores is called “snowmelt”: write its code.');
    expect(third).toEqual({ needle: '80/12 sharp', thread: 'WH60', bad: '' });
  });
});
