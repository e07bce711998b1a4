import { chance } from '../../src/core/base/chance.ts';
import { followCase, nextTurn, type CaseStep } from '../../src/core/tension/case/screw.ts';
import { bandOf } from '../../src/core/tension/targets.ts';

/** A made-up case: grams against turns about linear, play when turned back, a gauge that repeats to 1.5 g. */
export function simulatedCase(seed: number) {
  const luck = chance(seed);
  const slope = luck.between(20, 120);
  const play = luck.between(0, 0.03);
  const noise = () => 1.5 * (sum12(luck) - 6);
  let last = 0;
  let grams = 0;
  do grams = luck.between(8, 60);
  while (grams >= 25 && grams <= 30);
  return {
    slope,
    read: () => Math.max(0.5, grams + noise()),
    turn(turns: number) {
      const lost = last !== 0 && Math.sign(turns) === -last ? play : 0;
      if (turns !== 0) last = Math.sign(turns);
      // No case reads below a gram or two, however loose.
      grams = Math.max(1, grams + slope * Math.sign(turns) * Math.max(0, Math.abs(turns) - lost));
    },
    truth: () => grams,
  };
}

const sum12 = (luck: ReturnType<typeof chance>) =>
  Array.from({ length: 12 }, () => luck.next()).reduce((a, b) => a + b, 0);

/**
 * Turns until the case is in the band, by the advice or by a fixed eighth each time; Infinity after ten. `told`: until
 * a reading says so; else until it truly is.
 */
export function turnsNeeded(seed: number, by: 'advice' | 'eighths', told = false): number {
  const one = simulatedCase(seed);
  const band = bandOf('25-30');
  const steps: CaseStep[] = [];
  for (let turns = 0; turns <= 10; turns++) {
    const grams = one.read();
    steps.push({ is: 'reading', grams });
    const is = told ? grams : one.truth();
    if (is >= band.from && is <= band.to) return turns;
    const way = grams > band.to ? -1 : grams < band.from ? 1 : 0;
    const turn = by === 'eighths' ? way / 8 : nextTurn(followCase(steps)!, band).eighths / 8;
    one.turn(turn);
    steps.push({ is: 'turn', turns: turn });
  }
  return Infinity;
}
