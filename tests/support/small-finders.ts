import { chance, type Chance } from '../../src/core/base/chance.ts';
import type { Finder, FinderStep } from '../../src/core/trace/reason/finder.ts';
import { look, possible, repair, swap, type Sewing } from '../../src/core/trace/reason/make.ts';

/** What a small random search for a fault is made of, as plain tables: for the app's own arithmetic and for others beside it. */
export interface SmallSpec {
  odds: number[];
  pair: number;
  together: number[][];
  sewing: Sewing;
  technician: number;
  comesBack: number;
  steps: SmallStep[];
}
export type SmallStep =
  | { kind: 'look'; cost: number; answers: { chance: number[]; mended: number }[] }
  | { kind: 'swap'; cost: number; out: number[] }
  | { kind: 'repair'; cost: number; mends: [cause: number, chance: number][] };

/** A random spec: `causes` and `steps` from below to above these numbers, two to three answers a look. */
export function smallSpec(
  seed: number,
  { causes, steps, pairs }: { causes: [number, number]; steps: [number, number]; pairs: boolean },
): SmallSpec {
  const draw = chance(seed);
  const whole = ([low, high]: [number, number]) => low + Math.floor(draw.next() * (high - low + 1));
  const count = whole(causes);
  const odds = Array.from({ length: count }, () => draw.between(0.2, 10));
  return {
    odds,
    pair: pairs ? draw.between(0.05, 0.6) : 0,
    together: odds.map(() => odds.map(() => (draw.next() < 0.3 ? draw.between(2, 15) : 1))),
    sewing: { showsAgain: draw.between(0.7, 1), otherStop: draw.between(0, 0.1) },
    technician: draw.between(40, 300),
    comesBack: draw.between(5, 40),
    steps: Array.from({ length: whole(steps) }, () => smallStep(draw, count)),
  };
}

function smallStep(draw: Chance, count: number): SmallStep {
  const which = draw.next();
  const some = (share: number) =>
    Array.from({ length: count }, (_, cause) => cause).filter(() => draw.next() < share);
  // To look is mostly cheaper than to mend.
  const cost = which < 0.35 ? draw.between(0.1, 3) : draw.between(0.2, 12);
  if (which < 0.35) {
    const answers = draw.next() < 0.6 ? 2 : 3;
    const columns = Array.from({ length: count + 1 }, () => shares(draw, answers));
    return {
      kind: 'look',
      cost,
      answers: Array.from({ length: answers }, (_, answer) => ({
        chance: columns.slice(0, count).map((column) => column[answer]!),
        mended: columns[count]![answer]!,
      })),
    };
  }
  if (which < 0.5)
    return { kind: 'swap', cost, out: Array.from({ length: count }, () => Math.min(1, draw.between(0, 2))) };
  const mended = some(0.35);
  if (mended.length === 0) mended.push(Math.floor(draw.next() * count));
  return { kind: 'repair', cost, mends: mended.map((cause) => [cause, draw.between(0.7, 1)]) };
}

/** Chances that add up to 1, one of them often large: a look that tells something. */
function shares(draw: Chance, count: number): number[] {
  const weights = Array.from({ length: count }, () => draw.next() ** 3 + 0.02);
  const sum = weights.reduce((total, weight) => total + weight, 0);
  return weights.map((weight) => weight / sum);
}

/** The spec as the app's finder. */
export function finderOf(spec: SmallSpec): Finder {
  const { states, prior } = possible(spec.odds, spec.pair, (a, b) => spec.together[a]![b]!);
  return {
    states,
    prior,
    technician: spec.technician,
    comesBack: spec.comesBack,
    steps: spec.steps.map((step, index): FinderStep => {
      const key = `step ${index}`;
      if (step.kind === 'look')
        return look(
          key,
          step.cost,
          states,
          step.answers.map((answer, each) => ({ key: `answer ${each}`, ...answer })),
        );
      if (step.kind === 'swap') return swap(key, step.cost, states, step.out, spec.sewing);
      return repair(key, step.cost, states, new Map(step.mends), spec.sewing);
    }),
  };
}
