import { describe, expect, test } from 'vitest';
import { effective, sumOf, turned as turnedRows, waited as waitedRows, type Row } from './rows.ts';
import { handError, springs } from './spring.ts';

const spring = springs[0]!;
const rowOf = (weights: readonly number[], more: Partial<Row> = {}): Row => ({
  slope: 2,
  play: 0.05,
  noise: 1,
  weights: Float64Array.from(weights),
  ...more,
});
const turned = (row: Row, ...how: [typeof spring, number, number]) => turnedRows([row], ...how)[0]!;
const waited = (row: Row, ...how: [typeof spring, number, number?]) => waitedRows([row], ...how)[0]!;
/** All weight on one point of a hundred. */
const at = (point: number) => rowOf(Array.from({ length: 100 }, (_, index) => (index === point ? 1 : 0)));
const momentsOf = ({ weights }: Row) => {
  const all = sumOf(weights);
  const mean = weights.reduce((sum, weight, point) => sum + weight * point, 0) / all;
  const variance = weights.reduce((sum, weight, point) => sum + weight * (point - mean) ** 2, 0) / all;
  return { all, mean, variance };
};

describe('turns that move the spring', () => {
  test('on the same way all of it; back, what is left when the play is taken up', () => {
    expect(effective(0.25, 1, 0.05)).toBe(0.25);
    expect(effective(-0.25, -1, 0.05)).toBe(-0.25);
    expect(effective(0.25, 0, 0.05)).toBe(0.25);
    expect(effective(-0.25, 1, 0.05)).toBeCloseTo(-0.2, 12);
    expect(effective(0.25, -1, 0.05)).toBeCloseTo(0.2, 12);
    expect(Math.abs(effective(-0.03, 1, 0.05))).toBe(0);
  });
});

describe('a row after a turn', () => {
  test('nothing is lost; its middle moves by slope times turns, and spreads by the hand’s error', () => {
    for (const turns of [0.25, 0.1, -0.25]) {
      const now = turned(at(50), spring, turns, 0);
      const { all, mean, variance } = momentsOf(now);
      const spread = (2 * handError(turns)) / spring.step;
      expect(all).toBeCloseTo(1, 12);
      expect(mean).toBeCloseTo(50 + (2 * turns) / spring.step, 1);
      // The grid's own width comes to a twelfth of a step squared at most.
      expect(Math.abs(Math.sqrt(variance) - spread)).toBeLessThan(0.15 * spread + 0.3);
    }
  });
  test('within the play nothing moves', () => {
    const row = at(50);
    expect(turned(row, spring, -0.03, 1)).toBe(row);
    expect(turned(rowOf([]), spring, 0.25, 0).weights).toHaveLength(0);
  });
  test('what would leave the grid stays at its end, at both', () => {
    const high = turned(at(98), spring, 1, 0);
    expect(high.weights[99]).toBeCloseTo(1, 3);
    expect(sumOf(high.weights)).toBeCloseTo(1, 12);
    const low = turned(at(1), spring, -1, 0);
    expect(low.weights[0]).toBeCloseTo(1, 3);
    expect(sumOf(low.weights)).toBeCloseTo(1, 12);
  });
  test('weights too thin to be seen are moved without spreading, and none is lost', () => {
    const weights = Array.from({ length: 100 }, (_, point) => (point === 30 ? 1 : point === 60 ? 1e-5 : 0));
    const now = turned(rowOf(weights), spring, 0.1, 0);
    const to = 60 + Math.round(0.2 / spring.step);
    expect(now.weights[to]).toBeGreaterThan(0.99e-5);
    expect(sumOf(now.weights)).toBeCloseTo(1 + 1e-5, 12);
  });
});

describe('a row after some days', () => {
  test('it wanders with the root of the days, 8 % at most; a small share is anywhere', () => {
    const shares = [0, 4, 30, 1000].map((days) => {
      const { weights } = waited(at(50), spring, days);
      expect(sumOf(weights)).toBeCloseTo(1, 12);
      // What is far off has jumped: the same everywhere.
      expect(weights[2]).toBeCloseTo(weights[97]!, 12);
      return weights[2]! * 100;
    });
    expect(shares[0]).toBeCloseTo(0.008, 6);
    expect(shares[1]).toBeCloseTo(0.02, 6);
    expect(shares[2]).toBeCloseTo(0.06, 6);
    expect(shares[3]).toBeCloseTo(0.06, 6);
    const near = (days: number) => {
      const { weights } = waited(at(50), spring, days);
      const own = weights.map((weight) => weight - weights[2]!);
      return Math.sqrt(momentsOf(rowOf([...own])).variance) * (spring.step / spring.part);
    };
    expect(near(9)).toBeCloseTo(Math.hypot(0.004, 0.036), 2);
    expect(near(40)).toBeCloseTo(Math.hypot(0.004, 0.012 * Math.sqrt(40)), 2);
    expect(near(1000)).toBeCloseTo(0.08, 2);
  });
  test('an idle day counts less, one with stitches more: a day as usual is 150,000 of them', () => {
    const told = (days: number, stitches?: number) => {
      const { weights } = waited(at(50), spring, days, stitches);
      const anywhere = weights[2]! * 100;
      const own = weights.map((weight) => weight - weights[2]!);
      return [anywhere, Math.sqrt(momentsOf(rowOf([...own])).variance) * (spring.step / spring.part)];
    };
    expect(told(9, 9 * 150_000)).toEqual(told(9));
    const [idleJumps, idle] = told(16, 0);
    expect(idleJumps).toBeCloseTo(0.008 + 16 * 0.001, 6);
    expect(idle).toBeCloseTo(Math.hypot(0.004, 0.005 * 4), 2);
    const [busyJumps, busy] = told(9, 2_700_000);
    expect(busyJumps).toBeCloseTo(0.008 + 9 * 0.001 + 18 * 0.002, 6);
    expect(busy).toBeCloseTo(Math.sqrt(0.004 ** 2 + 9 * 0.005 ** 2 + 18 * (0.012 ** 2 - 0.005 ** 2)), 2);
  });
  test('the row itself is not written over', () => {
    const row = at(50);
    waited(row, spring, 5);
    expect(row.weights[50]).toBe(1);
    const empty = rowOf([]);
    expect(waited(empty, spring, 5).weights).toHaveLength(0);
    expect(waited(empty, spring, 5).weights).not.toBe(empty.weights);
  });
});
