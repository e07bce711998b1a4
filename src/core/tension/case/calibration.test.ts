import { expect, test } from 'vitest';
import { chance } from '../../base/chance.ts';
import { uncalibrated, calibrate } from './calibration.ts';

/** So many turns of which this was believed, of which so many landed. */
const turns = (believed: number, all: number, landed: number) =>
  Array.from({ length: all }, (_, index) => ({ believed, landed: index < landed ? 1 : 0 }));

test('while no turn was followed, and where all came as believed, what is believed is said', () => {
  expect(calibrate([])(0.37)).toBe(0.37);
  const as = calibrate([...turns(0.2, 50, 10), ...turns(0.5, 50, 25), ...turns(0.8, 50, 40)]);
  for (const chance of [0.1, 0.2, 0.35, 0.5, 0.7, 0.8, 0.95])
    expect(as(chance)).toBeCloseTo(uncalibrated(chance), 3);
});

test('a few turns move it a little, many all the way', () => {
  const said = (all: number) => calibrate(turns(0.5, all, all * 0.8))(0.5);
  expect(said(5)).toBeGreaterThan(0.55);
  expect(said(5)).toBeLessThan(0.7);
  expect(said(20)).toBeGreaterThan(said(5));
  expect(said(2000)).toBeCloseTo(0.8, 2);
});

test('chances far from those that came are moved less', () => {
  const said = calibrate(turns(0.1, 40, 12));
  expect(said(0.1)).toBeGreaterThan(0.2);
  expect(said(0.5) - 0.5).toBeLessThan(said(0.1) - 0.1);
  expect(said(0.5)).toBeGreaterThan(0.5);
  expect(said(0.9)).toBeLessThan(0.95);
});

/**
 * The bend is where the penalised likelihood of what was read is highest: worked out here on its own, moved a little each way at every knot. The penalty is the sum that Eilers
 * and Marx (Statistical Science 11(2), 1996) write down; a turn's likelihood is that of its readings, had it landed and had it not, weighed by its chance (Dempster, Laird and
 * Rubin, Journal of the Royal Statistical Society B 39, 1977: what EM climbs to).
 */
test.each([
  ['seen', [...turns(0.12, 9, 3), ...turns(0.3, 14, 2), ...turns(0.62, 21, 17), ...turns(0.9, 8, 8)]],
  [
    'read',
    [0.02, 0.2, 0.5, 0.9, 0.97].flatMap((landed) =>
      [0.12, 0.3, 0.35, 0.62, 0.66, 0.9].flatMap((believed) =>
        Array.from({ length: 3 }, () => ({ believed, landed: Math.min(0.99, landed * (0.5 + believed)) })),
      ),
    ),
  ],
])('no bend a little off would fit better what was %s', (_, made) => {
  const said = calibrate(made);
  const logit = (chance: number) => Math.log(chance / (1 - chance));
  const knots = Array.from({ length: 9 }, (_each, index) => -3 + 0.75 * index);
  const odds = (chance: number) => 1 / (1 + Math.exp(-chance));
  // What it says at a knot's own chance tells the bend there.
  const bends = knots.map((knot) => logit(said(odds(knot))) - knot);
  const fits = (tried: readonly number[]) => {
    const penalty = tried.reduce(
      (sum, bend, index) => sum + bend ** 2 / 2 + (index > 0 ? (bend - tried[index - 1]!) ** 2 / 0.3 : 0),
      0,
    );
    return made.reduce((sum, { believed, landed }) => {
      const at = (logit(believed) + 3) / 0.75;
      const knot = Math.floor(at);
      const bend = tried[knot]! * (1 - (at - knot)) + tried[knot + 1]! * (at - knot);
      const chance = odds(logit(believed) + bend);
      // Bayes' rule turned about: of the readings, given that it landed and that it did not.
      return sum + Math.log((chance * landed) / believed + ((1 - chance) * (1 - landed)) / (1 - believed));
    }, -penalty / 2);
  };
  const best = fits(bends);
  knots.forEach((_each, knot) => {
    for (const by of [-0.02, 0.02])
      expect(fits(bends.map((bend, index) => (index === knot ? bend + by : bend)))).toBeLessThan(best);
  });
});

test('turns in doubt count as landed where those that are sure did', () => {
  const inDoubt = Array.from({ length: 20 }, () => ({ believed: 0.5, landed: 0.5 }));
  const sure = turns(0.5, 20, 18);
  // Twenty that tell nothing leave what is said as without them.
  expect(calibrate([...sure, ...inDoubt])(0.5)).toBeCloseTo(calibrate(sure)(0.5), 2);
});

test('what is said stays a chance, at none and at certainty as well', () => {
  const said = calibrate([...turns(0, 200, 200), ...turns(1, 200, 0)]);
  for (const chance of [0, 0.001, 0.5, 0.999, 1]) {
    expect(said(chance)).toBeGreaterThan(0);
    expect(said(chance)).toBeLessThan(1);
  }
});

test('in workshops where turns land oftener or seldomer than believed, what is said comes nearer to what happens', () => {
  const odds = (chance: number) => Math.log(chance / (1 - chance));
  const truths: [string, (believed: number) => number][] = [
    ['oftener', (believed) => 1 / (1 + Math.exp(-odds(believed) - 0.8))],
    ['seldomer', (believed) => 1 / (1 + Math.exp(-odds(believed) + 0.8))],
    ['more extreme', (believed) => 1 / (1 + Math.exp(-1.6 * odds(believed)))],
  ];
  for (const [name, truth] of truths) {
    let [believedOff, saidOff] = [0, 0];
    for (let workshop = 0; workshop < 40; workshop++) {
      const luck = chance(workshop);
      const made = Array.from({ length: 150 }, () => {
        const believed = luck.between(0.05, 0.95);
        return { believed, landed: luck.next() < truth(believed) ? 1 : 0 };
      });
      const said = calibrate(made);
      for (const believed of [0.15, 0.3, 0.5, 0.7, 0.85]) {
        believedOff += Math.abs(believed - truth(believed));
        saidOff += Math.abs(said(believed) - truth(believed));
      }
    }
    expect(saidOff, name).toBeLessThan(0.75 * believedOff);
  }
});
