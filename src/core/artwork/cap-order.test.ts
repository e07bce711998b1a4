import { describe, expect, test } from 'vitest';
import type { Region } from '../../engines/logo/reading.ts';
import { capOrder, capOrderText } from './cap-order.ts';
import { proposeStops } from './propose.ts';

const line = (id: number, tone: number, topMm: number, change: Partial<Region> = {}): Region => ({
  ...{ id, tone, kind: 'lettering', areaMm2: 200, leftMm: 0, topMm, widthMm: 60, heightMm: 9 },
  ...{ strokeMm: 2, thinnestMm: 2, plusMinusMm: 0.1, widestMm: 2, stitches: 900, lengthMm: 90 },
  ...{ letters: { heightMm: 9, plusMinusMm: 0.1, smallestMm: 9, tiltDegrees: 0, count: 6 } },
  counted: { rows: 900, ends: 0, underlay: 0, ties: 0 },
  ...change,
});
const tones = ['#ffffff', '#12509a', '#c8102e', '#1a2447'].map((colour, index) => ({
  ...{ colour, share: 0.25, isGround: index === 0 },
}));
const ordered = (...regions: Region[]) => {
  const order = capOrder(proposeStops({ tones, regions }, { cloth: 'cap' }, [], {}), regions);
  return { ...order, tones: order.stops.map(({ tone }) => tone) };
};

// Common practice, no published source.
describe('a cap is sewn from the bottom up and from the middle out', () => {
  test('a logo of two lines: the lower line first, whatever has more stitches', () => {
    const upper = line(1, 1, 0, { stitches: 3000 });
    expect(ordered(upper, line(2, 2, 20)).tones).toEqual([2, 1]);
    expect(ordered(line(1, 1, 20), line(2, 2, 0, { stitches: 3000 })).tones).toEqual([1, 2]);
  });
  test('in one line the middle first', () =>
    expect(
      ordered(
        line(1, 1, 0, { leftMm: 0, widthMm: 10 }),
        line(2, 2, 0, { leftMm: 25, widthMm: 10 }),
        line(3, 3, 0, { leftMm: 55, widthMm: 10 }),
      ).tones[0],
    ).toBe(2));
  test('a thread below and above another is split, its lower part first', () => {
    const { splits, tones: order } = ordered(line(1, 1, 0), line(2, 2, 15), line(3, 1, 30));
    expect(order).toEqual([1, 2]);
    expect(splits).toEqual([{ stop: 1, around: 2 }]);
    expect(capOrderText({ splits })).toContain(
      'Stop 1 lies below and above stop 2: split it, its lower part first',
    );
  });
  test('letters on a badge wait for the badge, and split nothing', () => {
    const badge = line(1, 1, 0, { kind: 'fill', letters: null, heightMm: 40, strokeMm: 20 });
    const { splits, tones: order } = ordered(badge, line(2, 2, 15));
    expect(order).toEqual([1, 2]);
    expect(splits).toEqual([]);
  });
});
