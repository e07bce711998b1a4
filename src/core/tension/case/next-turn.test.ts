import { describe, expect, test } from 'vitest';
import { bandOf } from '../targets.ts';
import { nextTurn } from './next-turn.ts';
import { followCase, type CaseStep } from './belief/screw.ts';
import { slopePrior } from './belief/spring.ts';

const reading = (grams: number): CaseStep => ({ is: 'reading', grams });
const turn = (turns: number): CaseStep => ({ is: 'turn', turns });
const advise = (...steps: CaseStep[]) => nextTurn(followCase(steps)!, bandOf('25-30'));

describe('what the next turn rests on', () => {
  test('before any turn: the cases at this tension, as wide as they differ (a lognormal’s own deviation, its tails cut off)', () => {
    const { slope, slopeSd, grams } = followCase([reading(27), reading(27)])!;
    const { median, spread } = slopePrior;
    const mean = median * Math.exp(spread ** 2 / 2) * grams;
    expect(slope / mean).toBeGreaterThan(0.9);
    expect(slope / mean).toBeLessThan(1.1);
    expect(slopeSd / slope / Math.sqrt(Math.exp(spread ** 2) - 1)).toBeGreaterThan(0.75);
    expect(slopeSd / slope / Math.sqrt(Math.exp(spread ** 2) - 1)).toBeLessThan(1.15);
    expect(advise(reading(22), reading(22)).why).toMatch(
      /^Cases at this tension usually answer by about \d\d g a turn, give or take \d\d\.$/,
    );
  });
  test('after turns: this case, with how many it was learnt from', () => {
    const once = advise(reading(45), turn(-0.25), reading(36), reading(36));
    expect(once).toMatchObject({ is: 'turn' });
    expect(once.why).toContain('(1 turn logged)');
    const twice = advise(reading(45), turn(-0.25), reading(40), turn(-0.25), reading(36), reading(36));
    expect(twice.why).toContain('(2 turns logged)');
  });
});

// Common practice, no published source.
describe('the coach does what is done at the machine', () => {
  test.each([[27], [25], [25.4], [30], [28, 27], [30, 30, 30], [25, 25], [26.6]])(
    'in the band, its ends too, at the first reading: left alone (%s g)',
    (...grams) => expect(advise(...grams.map(reading)).is).toBe('leave'),
  );
  test.each([31, 33, 35])('%s g is on the tight side and left alone', (grams) => {
    const { is, why } = advise(reading(grams));
    expect(is).toBe('leave');
    expect(why).toMatch(/still fine: turn only if the block/);
  });
  test.each([23, 24])(
    '%s g gets a nip, an eighth at most; in the school of 18 to 25 g it is right',
    (grams) => {
      const { is, eighths } = advise(reading(grams), reading(grams));
      expect(is).toBe('turn');
      expect(eighths).toBeGreaterThan(0);
      expect(eighths).toBeLessThanOrEqual(1);
      expect(nextTurn(followCase([reading(grams)])!, bandOf('18-25')).is).toBe('leave');
    },
  );
  test.each([
    [15, 1],
    [16, 1],
    [17, 1],
    [50, -1],
  ])('%s g: about half a turn at once, then a reading', (grams, way) => {
    const { is, eighths } = advise(reading(grams));
    expect(is).toBe('turn');
    expect(eighths * way).toBeGreaterThanOrEqual(3);
    expect(eighths * way).toBeLessThanOrEqual(4);
  });
  test('50, half a turn left, 22, an eighth back, 30: left alone after three pulls', () => {
    expect(advise(reading(50), turn(-0.5), reading(22))).toMatchObject({ is: 'turn', eighths: 1 });
    expect(advise(reading(50), turn(-0.5), reading(22), turn(0.125), reading(28)).is).toBe('leave');
  });
  test('what reads in the band is never turned, though it was turned a moment ago', () => {
    for (const grams of [25.5, 27, 29.5, 29.8])
      expect(advise(reading(40), turn(-0.25), reading(grams), reading(grams)).is).toBe('leave');
  });
  test('no third pull in a row, but for one that may be a slip', () => {
    for (const grams of [18, 23, 26, 31, 36, 38, 44])
      expect(advise(reading(grams), reading(grams + 2)).is).not.toBe('again');
  });
  test('asked to pull once more it says what it is now, not what a turn would make of it', () => {
    const again = advise(...[27, 27, 27, 27].map(reading), reading(45));
    expect(again).toMatchObject({ is: 'again', eighths: 0 });
    expect(Math.abs(again.grams - 27)).toBeLessThan(3);
  });
  test('a case found on the tight side is left, one that is being set is set', () => {
    expect(advise(reading(33)).is).toBe('leave');
    expect(advise(reading(50), turn(-0.375), reading(33), reading(33))).toMatchObject({ is: 'turn' });
    // Set last month, found so today.
    const today: CaseStep = { is: 'reading', grams: 33, days: 30 };
    expect(advise(reading(50), turn(-0.375), reading(29), reading(29), today, reading(33)).is).toBe('leave');
  });
});
