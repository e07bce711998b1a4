import { expect, test } from 'vitest';
import { turnOutcomes } from './turn-outcomes.ts';
import { afterTurn, cellsOf } from './belief/after-turn.ts';
import { followCase, type CaseStep } from './belief/screw.ts';

const band = { from: 25, to: 30 };
const read = (grams: number, days = 0): CaseStep => ({ is: 'reading', grams, days });
const turned = (turns: number, believed?: number): CaseStep => ({
  is: 'turn',
  turns,
  ...(believed !== undefined && { foretold: { believed, said: believed / 2, ...band } }),
});

test('each turn of which something was said is told with the readings before the next one', () => {
  const steps = [read(50), turned(-0.25, 0.4), read(38), read(37), turned(-0.125, 0.6), read(27.5), read(27)];
  const { came, belief } = turnOutcomes(steps);
  expect(came.map(({ believed, said }) => [believed, said])).toEqual([
    [0.4, 0.2],
    [0.6, 0.3],
  ]);
  expect(came[0]!.landed).toBeLessThan(0.05);
  expect(came[1]!.landed).toBeGreaterThan(0.85);
  // The last is what is believed of it now; the first what was believed before the second turn.
  const inBand = (upTo: number) => {
    const known = followCase(steps.slice(0, upTo))!;
    return afterTurn(cellsOf(known), { ...known, eighths: 0, band }).chance;
  };
  expect(came[1]!.landed).toBeCloseTo(inBand(7), 12);
  expect(came[0]!.landed).toBeCloseTo(inBand(4), 12);
  expect(belief).toEqual(followCase(steps));
});

test('turns of which nothing was said, that were not read, read late, or made before the first reading tell nothing', () => {
  const cameOf = (...steps: CaseStep[]) => turnOutcomes(steps).came.length;
  expect(cameOf(read(50), turned(-0.25), read(30))).toBe(0);
  expect(cameOf(read(50), turned(-0.25, 0.5))).toBe(0);
  expect(cameOf(read(50), turned(-0.25, 0.5), turned(-0.125, 0.5), read(28))).toBe(1);
  expect(cameOf(read(50), turned(-0.25, 0.5), read(30, 3))).toBe(0);
  expect(cameOf(turned(-0.25, 0.5), read(30))).toBe(0);
  expect(turnOutcomes([]).belief).toBeNull();
});

test('readings of later days do not change how a turn came out', () => {
  const steps = [read(50), turned(-0.25, 0.5), read(28), read(28)];
  expect(turnOutcomes([...steps, read(45, 5), read(45)]).came).toEqual(turnOutcomes(steps).came);
});
