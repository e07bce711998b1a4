import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { freshStep, stepsOf, informativeSteps, type EventOfCase } from './life.ts';
import { sewnBetween, type SewnByDay } from './stitches-by-day.ts';

const sewn: SewnByDay = {
  from: '2026-11-02',
  until: '2026-11-05T12:00:00.000Z',
  days: [100_000, 0, 200_000, 60_000],
};
const at = (day: number, hour = 0) =>
  `2026-11-${String(day).padStart(2, '0')}T${String(hour).padStart(2, '0')}:00:00.000Z`;

describe('what one head sewed meanwhile', () => {
  test.each([
    ['whole days', at(2), at(5), 300_000],
    ['half a day', at(2, 12), at(3), 50_000],
    ['within a day', at(4, 6), at(4, 12), 50_000],
    ['a day on which nothing was sewn', at(3), at(4), 0],
    ['the last day up to the count', at(5), at(5, 6), 30_000],
    ['to the count', at(5), at(5, 12), 60_000],
    ['no more than was counted, on a page that stays open', at(5), at(5, 20), 60_000],
    ['no time', at(4, 6), at(4, 6), 0],
    ['in thousands', at(2, 1), at(2, 2), 4000],
  ])('%s', (_, from, to, stitches) => expect(sewnBetween(sewn, from, to)).toBe(stitches));
  test('not known before the first day, long after the count, and of a machine that was not counted', () => {
    expect(sewnBetween(sewn, '2026-11-01T23:59:59.999Z', at(3))).toBeUndefined();
    expect(sewnBetween(sewn, at(3), at(6))).toBe(260_000);
    expect(sewnBetween(sewn, at(3), at(6, 1))).toBeUndefined();
    expect(sewnBetween(undefined, at(3), at(4))).toBeUndefined();
  });
  test('two parts of a time come to the whole, to a thousand each', () =>
    fc.assert(
      fc.property(fc.nat(84), fc.nat(84), fc.nat(84), (...hours) => {
        const [a, b, c] = hours.sort((one, other) => one - other).map((hour) => at(2 + Math.floor(hour / 24), hour % 24)); // prettier-ignore
        const parts = sewnBetween(sewn, a!, b!)! + sewnBetween(sewn, b!, c!)!;
        expect(Math.abs(parts - sewnBetween(sewn, a!, c!)!)).toBeLessThanOrEqual(1500);
      }),
    ));
});

describe('a case’s history with what was sewn meanwhile', () => {
  const reading = (day: number, grams: number, machineId = 'heron'): EventOfCase => ({ kind: 'case_measured', at: at(day), machineId, data: { grams, bobbinKindId: 'white' } }); // prettier-ignore
  const turn = (day: number): EventOfCase => ({ kind: 'screw_turned', at: at(day), machineId: 'heron', data: { caseId: 'A', turns: 0.25 } }); // prettier-ignore
  test('of the machine that it was read for, since the reading before, on both sides of a turn', () => {
    expect(stepsOf([reading(2, 30), turn(3), reading(4, 40), reading(5, 41)], 'white', { heron: sewn })).toEqual([
      { is: 'reading', grams: 30, days: 0 },
      { is: 'turn', turns: 0.25 },
      { is: 'reading', grams: 40, days: 2, stitches: 100_000 },
      { is: 'reading', grams: 41, days: 1, stitches: 200_000 },
    ]); // prettier-ignore
    expect(stepsOf([reading(2, 30), reading(4, 40, 'teal')], 'white', { heron: sewn })[1]).toEqual({ is: 'reading', grams: 40, days: 2 }); // prettier-ignore
  });
  test('of readings that are left out the stitches are kept as the days are, if they are known of all', () => {
    const readings = (unknown: number[]) =>
      Array.from({ length: 13 }, (_, k) => ({ is: 'reading' as const, grams: k, days: 1, ...(!unknown.includes(k) && { stitches: 10_000 * k }) })); // prettier-ignore
    const told = (unknown: number[]) => informativeSteps(readings(unknown)).map((step) => 'stitches' in step && step.stitches); // prettier-ignore
    expect(told([])).toEqual([
      60_000, 40_000, 50_000, 60_000, 70_000, 80_000, 90_000, 100_000, 110_000, 120_000,
    ]);
    expect(told([1])).toEqual([
      false,
      40_000,
      50_000,
      60_000,
      70_000,
      80_000,
      90_000,
      100_000,
      110_000,
      120_000,
    ]);
    // Of no time nothing needs to be known.
    const atOnce = [{ is: 'reading' as const, grams: 1, days: 0 }, ...readings([])];
    expect(informativeSteps(atOnce)[0]).toEqual({ is: 'reading', grams: 3, days: 4, stitches: 60_000 });
  });
  test('a reading that is not logged yet is the step that it will be', () => {
    const life = [reading(2, 30), turn(3)];
    const fresh = { grams: 40, bobbinKindId: 'white', machineId: 'heron', at: at(5) };
    expect(freshStep(life, fresh, { heron: sewn })).toEqual(stepsOf([...life, reading(5, 40)], 'white', { heron: sewn })[2]); // prettier-ignore
    expect(freshStep(life, fresh)).toEqual({ is: 'reading', grams: 40, days: 3 });
    expect(freshStep([], fresh)).toEqual({ is: 'reading', grams: 40, days: 0 });
  });
});
