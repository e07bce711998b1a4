import { describe, expect, test } from 'vitest';
import { finderOf, smallSpec } from '../../../tests/support/small-finders.ts';
import { causeKeys, causeOf, type Cause } from '../trouble/causes.ts';
import { stepKeys, stepOf, type Step } from '../trouble/steps/index.ts';
import { mayBeDone, repairsOf } from '../trouble/steps/repairs-of.ts';
import { likeliestFirst } from './cause-chance.ts';
import { repairOf } from './likeliest.ts';
import { afterAnswer, chanceOfCauses, massOf } from './reason/finder.ts';
import { pruned } from './reason/prune.ts';
import { whyFirst, worthIn, worthText, type StepAdvice } from './worth.ts';

const small = (seed: number) => finderOf(smallSpec(seed, { causes: [4, 7], steps: [4, 6], pairs: seed % 2 === 0 })); // prettier-ignore

describe('what a step is worth', () => {
  test('causes that stand, and how many of them each answer clears: by looking at every state', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const finder = small(seed);
      const worth = worthIn(finder, finder.prior);
      const ofCause = (weights: Float64Array, cause: number) =>
        finder.states.reduce((sum, state, index) => sum + (state.includes(cause) ? weights[index]! : 0), 0);
      const causes = [...new Set(finder.states.flat())];
      const standing = causes.filter((cause) => ofCause(finder.prior, cause) >= 0.01);
      for (const step of finder.steps) {
        const told = worth(step);
        expect(told.standing).toBe(standing.length);
        let mends = 0;
        step.answers.forEach((answer, which) => {
          const after = afterAnswer(finder.prior, answer);
          const chance = massOf(after);
          expect(told.answers[which]!.chance).toBeCloseTo(chance, 12);
          if (answer.ends) mends += after[0]!;
          const cleared = standing.filter((cause) => ofCause(after, cause) < 0.01 * chance);
          expect(told.answers[which]!.clears).toBe(answer.ends || chance === 0 ? 0 : cleared.length);
        });
        expect(told.mends).toBeCloseTo(mends, 12);
      }
    }
  });
  test('as it is told', () => {
    const told = (step: Step, clears: readonly number[], standing = 11) =>
      worthText({
        ...{ step, mends: 0.414, standing },
        answers: clears.map((each) => ({ key: 'a', chance: 0.5, clears: each })),
      });
    expect(told('new_needle', [8])).toBe('mends it in 41 of 100');
    expect(told('look_needle', [2, 8, 3])).toBe('clears up to 8 of 11 causes');
    expect(told('look_needle', [0, 0])).toBe('weighs 11 causes anew');
    expect(told('look_needle', [0], 1)).toBe('weighs 1 cause anew');
    expect(told('look_needle', [])).toBe('weighs 11 causes anew');
  });
  test('why the first comes before the second', () => {
    const step = (name: Step, expected: number) => ({ step: name, expected }) as StepAdvice;
    const name = (of: Step) => stepOf(of).name;
    expect(whyFirst([step('new_needle', 8.04), step('rethread', 9.3)])).toBe(
      `${name('new_needle')} first: about 8.0 minutes until it sews again. With “${name('rethread')}” first about 9.3.`,
    );
    expect(whyFirst([step('new_needle', 8), step('rethread', 8.04)])).toBe(
      `“${name('rethread')}” would be as good: about 8.0 minutes either way.`,
    );
    expect(whyFirst([step('new_needle', 8), step('rethread', 8.06)])).toContain('first: about 8.0 minutes');
    const covered = stepKeys.find((key) => stepOf(key).isUnderCover)!;
    expect(whyFirst([step('new_needle', 8), step(covered, 8)])).toBe(
      `“${name(covered)}” would be as good, but a cover has to come off for it.`,
    );
    expect(whyFirst([step(covered, 8), step(covered, 8)])).toContain('minutes either way');
    expect(whyFirst([step('new_needle', 8)])).toBeNull();
    expect(whyFirst([])).toBeNull();
  });
});

describe('a search with its likeliest states only', () => {
  test('keeps the nothing, the likeliest, and what a repair makes of them; the same numbers for those', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const finder = small(seed);
      for (const most of [1, 3, 5]) {
        const { finder: few, belief } = pruned(finder, finder.prior, most);
        const numberOf = (state: readonly number[]) =>
          finder.states.findIndex((other) => other.join() === state.join());
        const kept = few.states.map(numberOf);
        expect(kept).toEqual([...kept].sort((a, b) => a - b));
        expect(kept[0]).toBe(0);
        const order = [...finder.prior.keys()].sort((a, b) => finder.prior[b]! - finder.prior[a]! || a - b);
        for (const state of order.slice(0, most)) expect(kept).toContain(state);
        kept.forEach((state, index) => {
          expect(belief[index]).toBe(finder.prior[state]);
          expect(few.prior[index]).toBe(finder.prior[state]);
        });
        few.steps.forEach((step, at) =>
          step.answers.forEach((answer, which) => {
            const whole = finder.steps[at]!.answers[which]!;
            kept.forEach((state, index) => expect(answer.stays[index]).toBe(whole.stays[state]));
            // Every move of a kept state is there, to a kept state.
            const moves = whole.moves.filter(({ from }) => kept.includes(from));
            expect(answer.moves).toEqual(
              moves.map(({ from, to, weight }) => ({
                from: kept.indexOf(from),
                to: kept.indexOf(to),
                weight,
              })),
            );
            for (const { to } of answer.moves) expect(to).toBeGreaterThanOrEqual(0);
          }),
        );
        // No state is kept for nothing.
        const reached = new Set([0, ...order.slice(0, most)]);
        for (let round = 0; round < 4; round++)
          for (const { answers } of finder.steps)
            for (const { moves } of answers)
              for (const { from, to } of moves) if (reached.has(from)) reached.add(to);
        for (const state of kept) expect(reached.has(state)).toBe(true);
      }
    }
  });
  test('chances of causes, the likeliest first', () => {
    const chances = causeKeys.map((_, index) => ((index * 7) % 13) / 100);
    const told = likeliestFirst(chances);
    expect(told).toHaveLength(causeKeys.length);
    told.slice(1).forEach(({ chance }, index) => expect(chance).toBeLessThanOrEqual(told[index]!.chance));
    for (const { cause, chance } of told) expect(chance).toBe(chances[causeKeys.indexOf(cause)]);
    const finder = small(3);
    const byCause = chanceOfCauses(finder, finder.prior, 9);
    expect(byCause).toHaveLength(9);
  });
});

describe('the likeliest cause’s own repair', () => {
  const likely = (...causes: [Cause, number][]) => ({ causes: causes.map(([cause, chance]) => ({ cause, chance })) }); // prettier-ignore
  const technicians = causeKeys.find((cause) => causeOf(cause).technician)!;
  const quickest = (cause: Cause) => repairsOf(cause, 0.6)[0]!.step;

  test('the quickest that mends it surely', () => {
    expect(repairOf(likely(['needle_worn', 0.6]), [])).toBe(quickest('needle_worn'));
    expect(stepOf(quickest('needle_worn')).kind).toBe('repair');
  });
  test('where the technician is likelier than not there is none; below that the next cause’s is told', () => {
    expect(repairOf(likely([technicians, 0.51], ['needle_worn', 0.4]), [])).toBeNull();
    const below = repairOf(likely([technicians, 0.5], ['needle_worn', 0.4]), []);
    expect(below).not.toBeNull();
    // An ordinary cause may be as likely as it likes.
    expect(repairOf(likely(['needle_worn', 0.99]), [])).not.toBeNull();
  });
  test('what is hardly likely any more is not mended', () => {
    expect(repairOf(likely(['needle_worn', 0.0029]), [])).toBeNull();
    expect(repairOf(likely(['needle_worn', 0.003]), [])).not.toBeNull();
    expect(repairOf({ causes: [] }, [])).toBeNull();
  });
  test('each repair twice at most, then the next one', () => {
    const first = quickest('needle_worn');
    const once = [{ step: first, answer: 'same' }];
    expect(repairOf(likely(['needle_worn', 0.6]), once)).toBe(first);
    const next = repairOf(likely(['needle_worn', 0.6]), [...once, ...once]);
    expect(next).not.toBe(first);
  });
  test('what must be measured first is looked at first; then it is done', () => {
    const cause = causeKeys.find((each) => {
      const [repair] = repairsOf(each, 0.6);
      return repair && !causeOf(each).technician && !mayBeDone(repair.step, []);
    })!;
    const look = repairOf(likely([cause, 0.6]), [])!;
    expect(stepOf(look).kind).toBe('look');
    const step = quickest(cause);
    const record = stepOf(step);
    const after = record.kind === 'repair' ? record.after!.find((each) => each.look === look)! : null;
    expect(repairOf(likely([cause, 0.6]), [{ step: look, answer: after!.answers[0]! }])).toBe(step);
  });
});
