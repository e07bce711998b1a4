import { describe, expect, test } from 'vitest';
import { bandOf } from '../targets.ts';
import { nextTurn } from './next-turn.ts';
import { rangeText } from './chance-words.ts';
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
    expect(advise(reading(31), reading(31)).why).toMatch(
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
  test('a turn from just above the band lands in it, near its middle, and says how surely', () => {
    const { is, eighths, grams, spread, chance } = advise(...Array.from({ length: 5 }, () => reading(31)));
    expect(is).toBe('turn');
    // A sixteenth left: about 53 g a turn.
    expect(eighths).toBe(-0.5);
    expect(Math.abs(grams - (31 - 53 / 16))).toBeLessThan(0.4);
    expect(spread).toBeGreaterThan(1);
    expect(chance).toBeGreaterThan(0.8);
    expect(chance).toBeLessThan(0.9);
  });
  test('asked to pull once more it says what it is now, not what a turn would make of it', () => {
    const again = advise(reading(45), turn(-0.25), reading(33));
    expect(again).toMatchObject({ is: 'again', eighths: 0 });
    expect(Math.abs(again.grams - 33)).toBeLessThan(0.3);
    expect(again.chance).toBeLessThan(0.1);
    const once = advise(reading(27));
    expect(once).toMatchObject({ is: 'again', eighths: 0 });
    expect(once.why).toBe(
      `In the band ${rangeText(once.chance)}: too little to leave it, and no turn makes it likelier. Pull once more.`,
    );
  });
  test('far off it is no fine tuning; a quarter that hardly lands is told to be measured after', () => {
    expect(advise(reading(12)).why).toContain(
      '12 g is no fine tuning any more: 1/4 now, then a reading, then the rest.',
    );
    const stiff = advise(reading(42), turn(-0.25), reading(40), reading(40));
    expect(Math.abs(stiff.eighths)).toBeGreaterThanOrEqual(2);
    expect(stiff.why).not.toContain('no fine tuning');
    const usual = advise(reading(45), reading(45));
    expect(usual.eighths).toBe(-2);
    expect(usual.why.includes('More than 1/4 at once is too much: measure again after it.')).toBe(
      usual.chance < 0.5,
    );
  });
});
