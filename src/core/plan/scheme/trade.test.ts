import { describe, expect, test } from 'vitest';
import { defaultMinutes } from '../../../engines/planner/problem/minutes.ts';
import { against } from './against.ts';
import type { Block } from '../blocks/scheme.ts';
import { daysToTrade, movedBy, tradeEnds } from './trade.ts';

const classes = { red: 'weight 2', blue: 'weight 2', fine: 'weight 3' };
const block = (
  from: number,
  to: number,
  needle: string,
  threads: (string | null)[],
  use: Block['use'] = 'work',
): Block => ({
  name: `${needle} on ${from}`,
  use,
  from,
  to,
  needle,
  weight: null,
  threads,
  reason: '',
});
const head = (...seats: [needle: string | null, thread: string | null][]) =>
  seats.map(([needle, thread], index) => ({
    position: index + 1,
    now: [{ needle, thread }],
    use: 'free' as const,
    sewn: 0,
  }));
const problem = (positions: ReturnType<typeof head>) => ({ positions, classes, minutes: defaultMinutes });

describe('the head against the scheme', () => {
  const scheme = {
    blocks: [block(1, 2, '75', ['red', null]), block(3, 3, '65', ['fine']), block(4, 4, '75', [null], 'odd')],
  };
  const differs = (...seats: Parameters<typeof head>) =>
    against(scheme, problem(head(...seats))).map(({ position, isNeedle, isThread, minutes }) => [
      position,
      isNeedle,
      isThread,
      minutes,
    ]);
  test('nothing, where it is so; any thread will do where a position is open', () =>
    expect(differs(['75', 'red'], ['75', 'fine'], ['65', 'fine'], ['75', 'blue'])).toEqual([]));
  test('a colour is tied on; a needle takes its thread along; a bare position needs but its needle', () =>
    expect(differs(['75', 'blue'], ['65', 'blue'], ['65', 'fine'], ['80', null])).toEqual([
      [1, false, true, 1],
      // Needle 2, re-eye 0.5, re-tension 5.
      [2, true, false, 7.5],
      [4, true, false, 2],
    ]));
  test('another weight is threaded anew; what is out of order is left out', () => {
    expect(differs(['75', 'fine'], ['75', null], ['65', 'fine'], ['75', null])).toEqual([
      [1, false, true, 7.5],
    ]);
    const positions = head(['80', null], ['75', null], ['65', 'fine'], ['75', null]).map((place) => ({
      ...place,
      use: 'out-of-order' as const,
    }));
    expect(against(scheme, { positions, classes, minutes: defaultMinutes })).toEqual([]);
  });
  test('of several heads those that differ are named, and all of them cost', () => {
    const positions = head(['75', 'red'], ['75', null], ['65', 'fine'], ['75', null]);
    positions[0]!.now = [
      { needle: '75', thread: 'red' },
      { needle: '75', thread: 'blue' },
      { needle: '75', thread: 'blue' },
    ];
    expect(against(scheme, problem(positions))).toMatchObject([
      { position: 1, heads: [2, 3], minutes: 2, now: { thread: 'blue' } },
    ]);
  });
});

describe('blocks trade ends', () => {
  const scheme = {
    blocks: [
      block(1, 2, '75', ['red', 'blue']),
      block(3, 4, '80', ['red', 'blue']),
      block(5, 5, '75', [null], 'odd'),
    ],
  };
  const asLaid = problem(head(['75', 'red'], ['75', 'blue'], ['80', 'red'], ['80', 'blue'], ['75', 'red']));
  const working = { blocks: scheme.blocks.slice(0, 2) };
  const sewn = (...stitches: number[]) => new Map(stitches.map((count, index) => [index + 1, count]));
  test('the block that sewed most goes where little was sewn, and what comes is counted with it', () => {
    const trade = tradeEnds(working, sewn(900, 800, 10, 0), asLaid)!;
    expect(trade.scheme.blocks.map(({ from, to, needle, use }) => [from, to, needle, use])).toEqual([
      [1, 2, '80', 'work'],
      [3, 4, '75', 'work'],
    ]);
    expect(trade.busiestBefore).toBe(1800);
    expect(trade.busiestAfter).toBeLessThanOrEqual(910);
    expect(movedBy(working, trade.scheme)).toEqual([1, 2, 3, 4]);
    // Four needles of one head, each with its own thread or with a tie-on: 7.5 or 8.5 minutes.
    expect(trade.minutes).toBeGreaterThanOrEqual(4 * 7.5);
    expect([...trade.after.values()].reduce((a, b) => a + b)).toBe(
      [...trade.before.values()].reduce((a, b) => a + b),
    );
  });
  test('a trade that hardly levels is not worth its minutes: two colours of a block trade instead', () => {
    const trade = tradeEnds(working, sewn(900, 10, 450, 440), asLaid)!;
    expect(movedBy(working, trade.scheme)).toEqual([1, 2]);
    expect(trade.minutes).toBe(2);
  });
  test('the odd colours stay at an end', () => {
    for (const stitches of [
      [900, 800, 10, 0, 5],
      [0, 0, 700, 900, 900],
    ]) {
      const at = tradeEnds(scheme, sewn(...stitches), asLaid)!.scheme.blocks.findIndex(
        ({ use }) => use === 'odd',
      );
      expect([0, 2]).toContain(at);
    }
  });
  test('none where all sew alike, where there is but one block, or where blocks have gaps', () => {
    expect(tradeEnds(scheme, sewn(7, 7, 7, 7, 7), asLaid)).toBeNull();
    expect(tradeEnds({ blocks: [block(1, 2, '75', [null, null])] }, sewn(9, 1), asLaid)).toBeNull();
    expect(
      tradeEnds(
        { blocks: [scheme.blocks[0]!, { ...scheme.blocks[1]!, from: 4, to: 5 }] },
        sewn(9, 1),
        asLaid,
      ),
    ).toBeNull();
  });
  test('after the set weeks it is due, over the end of a year and of summer time too', () => {
    expect(daysToTrade('2026-03-02', 4, '2026-03-02')).toBe(28);
    expect(daysToTrade('2026-03-02', 4, '2026-03-30')).toBe(0);
    expect(daysToTrade('2026-12-20', 2, '2027-01-04')).toBe(-1);
  });
});
