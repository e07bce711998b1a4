import { describe, expect, test } from 'vitest';
import type { FactorCell } from '../factors/factors.ts';
import { minutesAtSpeeds, speedAnswer } from './speed.ts';

const year = { from: '2026-01-01', to: '2026-12-31' };
/** The same work at every position and in both halves of the day: only the speed differs. */
const sewn = (speeds: Record<string, { breaks: number; stitches: number }>): FactorCell[] =>
  Object.entries(speeds).flatMap(([speed, { breaks, stitches }]) =>
    ['1', '2', '3', '4', '5'].flatMap((position) =>
      ['the morning', 'the afternoon'].map((time) => ({
        levels: {
          ...{
            position,
            thread: 'Red 40',
            needle: '75/11 sharp',
            age: 'under 100 thousand',
            cloth: 'fleece',
          },
          ...{ job: 'others', speed, time, person: 'not asked' },
        },
        breaks: breaks / 10,
        stitches: stitches / 10,
      })),
    ),
  );
const twice = sewn({
  800: { breaks: 1000, stitches: 10_000_000 },
  1000: { breaks: 1600, stitches: 8_000_000 },
});

describe('at which speed the same work takes least', () => {
  test('sewing and breaks are added up: by hand, 125 + 10 × 2 min at 800 and 100 + 20 × 2 at 1000', () => {
    const { usual, all } = minutesAtSpeeds({ cells: twice, heads: 1, breakMinutes: 2 })!;
    expect(usual).toMatchObject({ speed: 800, sewing: 125, breaks: 1000, stitches: 10_000_000 });
    expect(usual.minutes).toBeCloseTo(145, 0);
    const fast = all[1]!;
    expect(fast).toMatchObject({ speed: 1000, sewing: 100 });
    expect(fast.minutes).toBeCloseTo(140, 0);
    // Twice the breaks, give or take what 1000 and 1600 of them tell: 1.96 √(1/1000 + 1/1600) of their logarithm.
    const off = Math.exp(1.96 * Math.sqrt(1 / 1000 + 1 / 1600));
    expect(fast.low).toBeCloseTo(100 + 40 / off, 0);
    expect(fast.high).toBeCloseTo(100 + 40 * off, 0);
    const answer = speedAnswer({ cells: twice, heads: 1, breakMinutes: 2, ...year });
    expect(answer.says).toMatch(
      /^At 1000 st\/min 100,000 stitches take 140 \(13\d–14\d\) min, breaks and all; at 800/,
    );
    expect(answer.says).not.toContain('not for sure');
    expect(answer.chart).toMatchObject({ is: 'bars', bars: [{ isMarked: false }, { isMarked: true }] });
    expect(answer.table.rows).toHaveLength(2);
  });
  test('the speed at which most was sewn need not be the one in the middle by its breaks', () => {
    const three = sewn({
      700: { breaks: 380, stitches: 18_100_000 },
      800: { breaks: 400, stitches: 18_200_000 },
      900: { breaks: 520, stitches: 18_300_000 },
    });
    const { usual, all } = minutesAtSpeeds({ cells: three, heads: 1, breakMinutes: 2 })!;
    expect(usual.speed).toBe(900);
    expect(all.map(({ speed }) => speed)).toEqual([700, 800, 900]);
    // 100 thousand stitches break 2.8, 2.1 and 2.2 times, and 2 min each.
    const minutes = [100_000 / 700 + 2 * 2.1, 125 + 2 * 2.2, 100_000 / 900 + 2 * 2.84];
    all.forEach((each, index) => expect(each.minutes).toBeCloseTo(minutes[index]!, 0));
    const off = Math.exp(1.96 * Math.sqrt(1 / 400 + 1 / 520));
    expect(all[1]!.high).toBeCloseTo(125 + 4.4 * off, 0);
    expect(speedAnswer({ cells: three, heads: 1, breakMinutes: 2, ...year }).says).toMatch(
      /^900 st\/min, at which most was sewn, takes least/,
    );
  });
  test('with four heads a break stops all of them, and the slower speed takes least', () => {
    const { usual, all } = minutesAtSpeeds({ cells: twice, heads: 4, breakMinutes: 2 })!;
    expect(usual.minutes).toBeCloseTo(125 + 80, 0);
    expect(all[1]!.minutes).toBeGreaterThan(250);
    expect(speedAnswer({ cells: twice, heads: 4, breakMinutes: 2, ...year }).says).toMatch(
      /^800 st\/min, at which most was sewn, takes least of the speeds that were tried: 20\d min/,
    );
  });
  test('what may be chance is not said to be sure', () => {
    const few = sewn({
      800: { breaks: 50, stitches: 500_000 },
      900: { breaks: 50, stitches: 450_000 },
    });
    expect(speedAnswer({ cells: few, heads: 1, breakMinutes: 4, ...year }).says).toContain(
      ': not for sure less.',
    );
  });
  test('too few breaks, one speed, no minutes: what is missing', () => {
    const ask = (cells: FactorCell[], breakMinutes: number | null = 2) =>
      speedAnswer({ cells, heads: 1, breakMinutes, ...year });
    for (const [answer, missing] of [
      [
        ask(sewn({ 800: { breaks: 10, stitches: 100_000 } })),
        /^40 breaks are needed; 30 are missing, at today’s pace/,
      ],
      [
        ask(sewn({ 800: { breaks: 100, stitches: 1_000_000 } })),
        /^Everything was sewn at about 800 st\/min\. Sew a job at another/,
      ],
      [ask(twice, null), /^No break is on record with the time/],
      [ask([]), /^40 breaks are needed/],
    ] as const) {
      expect(answer).toMatchObject({ says: 'Which speed takes least cannot be told yet.', chart: null });
      expect(answer.missing).toMatch(missing);
      expect(JSON.stringify(answer)).not.toMatch(/NaN|Infinity|undefined/);
    }
  });
});
