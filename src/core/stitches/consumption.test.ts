import { describe, expect, test } from 'vitest';
import { bobbinFactor, consumption, perStitch } from './consumption.ts';

const cloth = { thicknessMm: 0.8, bobbinShare: 0.4 };

// The geometry is checked against its sources in tests/reference/thread-physics.test.ts; here its edges.
describe('thread of a stitch', () => {
  test('a run lies straight on both sides; a column crosses, and the bobbin holds its share', () => {
    expect(perStitch('run', 2.5, cloth)).toEqual({ topMm: 2.5 + 1.6, bobbinMm: 2.5 });
    const column = perStitch('satin', 3, cloth);
    expect(column.topMm).toBeCloseTo(1.6 * 3 + 1.6, 12);
    expect(column.bobbinMm).toBeCloseTo(1.2, 12);
  });
  test('a measured bobbin life corrects the bobbin’s side alone', () => {
    const element = { kind: 'run' as const, stitches: 100, lengthMm: 2 };
    expect(consumption(element, cloth, 1.5)).toEqual({ topMm: 360, bobbinMm: 300 });
    expect(consumption(element, cloth)).toEqual({ topMm: 360, bobbinMm: 200 });
  });
  test.each([
    [0.1, 0, 0],
    [15, 15, 1],
    [2, 0, 0.5],
  ])('its whole range is reckoned: %d mm, %d mm thick, share %d', (length, thicknessMm, bobbinShare) =>
    expect(perStitch('run', length, { thicknessMm, bobbinShare }).bobbinMm).toBe(length),
  );
  test.each([
    [0.099, 1, 0.5],
    [15.001, 1, 0.5],
    [NaN, 1, 0.5],
    [2, -0.001, 0.5],
    [2, 15.001, 0.5],
    [2, 1, -0.001],
    [2, 1, 1.001],
  ])('outside of it is refused: %d mm, %d mm thick, share %d', (length, thicknessMm, bobbinShare) =>
    expect(() => perStitch('run', length, { thicknessMm, bobbinShare })).toThrow(
      expect.objectContaining({ name: 'ConsumptionOutOfRange' }),
    ),
  );
  test('a bobbin that lasted three times as long or as short is believed, beyond that the record is doubted', () => {
    expect(bobbinFactor(30, 10_000)).toBe(3);
    expect(bobbinFactor(3, 10_000)).toBe(0.3);
    for (const held of [30.01, 2.99, NaN])
      expect(() => bobbinFactor(held, 10_000)).toThrow(
        expect.objectContaining({ name: 'BobbinLifeUnlikely' }),
      );
  });
});
