import { describe, expect, test } from 'vitest';
import { bandOf } from '../targets.ts';
import { afterTurn, cellsOf } from './belief/after-turn.ts';
import { valueOfAnotherPull } from './value-of-information.ts';
import { followCase, type CaseBelief, type CaseStep } from './belief/screw.ts';

const reading = (grams: number): CaseStep => ({ is: 'reading', grams });
const turn = (turns: number): CaseStep => ({ is: 'turn', turns });
const band = bandOf('25-30');
const turns = [0, -4, -3, -2, -1.5, -1, -0.5, 0.5, 1, 1.5, 2, 3, 4];
const gainAfter = (...steps: CaseStep[]) => valueOfAnotherPull(followCase(steps)!, turns, band);

const costOf = (belief: CaseBelief, eighths: number) =>
  afterTurn(cellsOf(belief), { ...belief, eighths, band }).cost;
const bestOf = (belief: CaseBelief) => Math.min(...turns.map((eighths) => costOf(belief, eighths)));

describe('seconds that another pull saves before a turn', () => {
  test('nearly none where the pulls agree, or where any reading leaves the same turn; more where two are 6 g apart', () => {
    expect(gainAfter(reading(27), reading(27))).toBeLessThan(1);
    expect(gainAfter(reading(80))).toBeLessThan(2);
    expect(gainAfter(reading(21), reading(27))).toBeGreaterThan(2 * gainAfter(reading(27), reading(27)) + 1);
  });

  test('it is what following the case through each reading that may come saves, weighed by how likely each is', () => {
    // By the filter itself, at every half gram; it also knows slips of the hand and that a case wanders, which move little.
    for (const steps of [
      [reading(31), reading(35)],
      [reading(20), reading(24)],
      [reading(45), turn(-0.25), reading(33), reading(36)],
    ]) {
      const before = followCase(steps)!;
      // How likely a reading is: the noise of the gauge about each tension that is believed in, as normal as the belief is.
      const sd = Math.hypot(before.gramsSd, 2);
      let [sum, all] = [0, 0];
      const mean = turns.map(() => 0);
      for (let grams = before.grams - 3 * sd; grams <= before.grams + 3 * sd; grams += 0.5) {
        const likely = Math.exp(-(((grams - before.grams) / sd) ** 2) / 2);
        const belief = followCase([...steps, reading(grams)])!;
        sum += likely * bestOf(belief);
        all += likely;
        turns.forEach((eighths, index) => (mean[index]! += likely * costOf(belief, eighths)));
      }
      const gain = (Math.min(...mean) - sum) / all;
      expect(Math.abs(gainAfter(...steps) - gain)).toBeLessThan(6);
    }
  });
});
