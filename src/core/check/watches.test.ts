import { describe, expect, test } from 'vitest';
import { chance } from '../base/chance.ts';
import { poisson } from '../../../tools/made/workshops/learn.ts';
import { gatheredAt } from '../findings/change/watch.ts';
import { watchesOf } from './watches.ts';

const seat = (position: number, breaks: number, stitches: number) => ({
  head: 1,
  position,
  breaks,
  stitches,
});

describe('what each seat is watched by', () => {
  test('its own rate drawn towards the machine’s, and a higher limit where more is usual; none from too little', () => {
    const seats = [seat(1, 30, 1_000_000), seat(2, 300, 1_000_000), seat(3, 1, 2000)];
    const [quiet, lively, new3] = watchesOf(seats);
    expect(quiet!.usual).toBeCloseTo(0.3, 1);
    expect(lively!.usual).toBeCloseTo(3, 1);
    expect(lively!.perStitch).toBeCloseTo(10 * quiet!.perStitch, 4);
    expect(lively!.limit).toBeGreaterThan(quiet!.limit);
    // One break in 2,000 stitches would be 5 in 10,000: too little to believe.
    expect(new3!.perStitch).toBeLessThan((3 * 4) / 10_000);
    expect(watchesOf([seat(1, 19, 400_000), seat(2, 0, 400_000)])).toEqual([]);
    expect(watchesOf([])).toEqual([]);
  });
  test('signals falsely about once in 500,000 stitches of a seat, as it says, and sees fourfold breaks soon', () => {
    const luck = chance(77);
    const [watch] = watchesOf([seat(1, 600, 10_000_000), seat(2, 600, 10_000_000)]);
    const usual = 0.6 / 10_000;
    /** Stitches until it signals, a stitch in 100 at a time. */
    const until = (rate: number) => {
      const steps: [number, number][] = [];
      for (let sewn = 0; ; sewn += 100) {
        const breaks = poisson(luck, rate * 100);
        if (breaks === 0) {
          const last = steps.at(-1);
          if (last && last[0] === 0) last[1] += 100;
          else steps.push([0, 100]);
          continue;
        }
        steps.push([breaks, 0]);
        if (gatheredAt(watch!, steps)) return sewn;
      }
    };
    const mean = (rate: number, runs: number) =>
      Array.from({ length: runs }, () => until(rate)).reduce((sum, each) => sum + each, 0) / runs;
    // 300 run lengths, nearly exponential: their mean is known to about 6 %.
    const idle = mean(usual, 300);
    expect(idle).toBeGreaterThan(400_000);
    expect(idle).toBeLessThan(850_000);
    expect(mean(4 * usual, 300)).toBeLessThan(40_000);
  });
});
