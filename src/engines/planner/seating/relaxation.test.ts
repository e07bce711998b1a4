import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { anyInstance as asked, randomInstance } from '../../../../tools/made/plans/plan-instances.ts';
import { serveChains } from '../model/chain.ts';
import { climb } from './climb.ts';
import { crossOver } from './cross-over.ts';
import { planFixedOrder } from './fixed-order.ts';
import { greedyPlan } from './greedy.ts';
import { backOf, forthOf } from '../model/chain.ts';
import { between } from '../model/change.ts';
import { modelOf, type Model } from '../model/model.ts';
import { follows, Relaxation } from './relaxation.ts';

const prices = fc.array(fc.double({ min: -8, max: 8, noNaN: true }), { minLength: 80, maxLength: 80 });
const all = (model: Model) => model.nodes.map((_, request) => request);

function priced(model: Model, values: readonly number[], may?: Uint8Array): Relaxation {
  const relaxation = new Relaxation(model, may);
  relaxation.price.forEach((_, option) => (relaxation.price[option] = values[option % values.length]!));
  relaxation.touch(all(model));
  return relaxation;
}

/** Every request may follow those of every other job, one thread's among themselves in the order of the jobs. */
function anyOrder(model: Model): Uint8Array {
  const { nodes } = model;
  return Uint8Array.from({ length: nodes.length ** 2 }, (_, at) => {
    const [from, to] = [nodes[Math.floor(at / nodes.length)]!, nodes[at % nodes.length]!];
    if (from.job === to.job) return follows.never;
    return from.thread !== to.thread || from.job < to.job ? follows.always : follows.renewed;
  });
}

describe('the assignment under multipliers', () => {
  test('whatever they are, it costs no more than the best plan', () =>
    fc.assert(
      fc.property(asked, prices, (one, values) => {
        const model = modelOf(randomInstance(one));
        expect(priced(model, values).bound()).toBeLessThanOrEqual(planFixedOrder(model).minutes + 1e-6);
      }),
      { numRuns: 100 },
    ));
  test('changed step by step it is what it would be made anew', () =>
    fc.assert(
      fc.property(asked, fc.array(prices, { minLength: 2, maxLength: 4 }), (one, steps) => {
        const model = modelOf(randomInstance(one));
        const kept = new Relaxation(model);
        for (const values of steps) {
          kept.bound();
          // Only every second request changes.
          const some = all(model).filter((request) => request % 2 === 0);
          for (const request of some)
            for (let option = model.start[request]!; option < model.start[request + 1]!; option++)
              kept.price[option] = values[option % values.length]!;
          kept.touch(some);
          const anew = new Relaxation(model);
          anew.price.set(kept.price);
          anew.touch(all(model));
          expect(kept.bound()).toBeCloseTo(anew.bound(), 6);
        }
      }),
      { numRuns: 60 },
    ));
  test('its chains hold every request once, each on an option that is open', () =>
    fc.assert(
      fc.property(asked, prices, (one, values) => {
        const model = modelOf(randomInstance(one));
        const relaxation = priced(model, values);
        relaxation.bound();
        expect(
          relaxation
            .chains()
            .flat()
            .sort((a, b) => a - b),
        ).toEqual(all(model));
        expect(relaxation.rings()).toEqual([]);
        const { entered, left } = relaxation.choices();
        for (const request of all(model))
          for (const option of [entered[request]!, left[request]!]) {
            expect(option).toBeGreaterThanOrEqual(model.start[request]!);
            expect(option).toBeLessThan(model.start[request + 1]!);
          }
      }),
      { numRuns: 60 },
    ));
  test('without an order it costs no more than with any, and its rings and chains hold every request once', () =>
    fc.assert(
      fc.property(asked, prices, (one, values) => {
        const problem = randomInstance(one);
        const model = modelOf(problem);
        const relaxation = priced(model, values, anyOrder(model));
        const bound = relaxation.bound();
        for (const jobs of [problem.jobs, [...problem.jobs].reverse()])
          expect(bound).toBeLessThanOrEqual(planFixedOrder(modelOf({ ...problem, jobs })).minutes + 1e-6);
        const held = [...relaxation.chains(), ...relaxation.rings()].flat();
        expect(held.sort((a, b) => a - b)).toEqual(all(model));
      }),
      { numRuns: 100 },
    ));
  test('climbing never loses the bound it had, nor passes the best plan', () =>
    fc.assert(
      fc.property(asked, (one) => {
        const model = modelOf(randomInstance(one));
        const { minutes } = planFixedOrder(model);
        const relaxation = new Relaxation(model);
        const first = relaxation.bound();
        const { bound, clean } = climb(relaxation, {
          ...{ steps: 60, first, level: () => minutes, isClosed: () => false, mayGoOn: () => true },
        });
        expect(bound).toBeGreaterThanOrEqual(first);
        expect(bound).toBeLessThanOrEqual(minutes + 1e-6);
        if (clean)
          expect(serveChains(model, relaxation.chains())!.minutes).toBeCloseTo(relaxation.bound(), 6);
      }),
      { numRuns: 80 },
    ));
});

/** Least minutes of a chain on a place, by trying every option of every request. */
function byTrying(model: Model, place: number, chain: readonly number[]): number {
  const from = (step: number, before: number): number => {
    if (step === chain.length) return 0;
    const request = chain[step]!;
    let least = Infinity;
    for (let option = model.start[request]!; option < model.start[request + 1]!; option++) {
      const cost =
        step === 0
          ? model.onto[place * model.code.length + option]!
          : between(model, chain[step - 1]!, before, request, option);
      least = Math.min(least, cost + from(step + 1, option));
    }
    return least;
  };
  return from(0, -1);
}

describe('given who sits where', () => {
  test('each position’s needles cost what trying all of them says', () =>
    fc.assert(
      fc.property(asked, (one) => {
        const model = modelOf(randomInstance(one));
        const { chains } = greedyPlan(model)!;
        const served = serveChains(model, chains)!;
        const tried = chains.reduce((sum, chain, place) => sum + byTrying(model, place, chain), 0);
        expect(served.minutes).toBeCloseTo(tried, 6);
      }),
      { numRuns: 60 },
    ));
  test('what comes before and after a request add up to its position’s minutes, wherever it is cut', () =>
    fc.assert(
      fc.property(asked, (one) => {
        const model = modelOf(randomInstance(one));
        const { chains } = planFixedOrder(model);
        for (const [place, chain] of chains.entries()) {
          const [forth, back] = [forthOf(model, place, chain), backOf(model, chain)];
          const whole = chain.length > 0 ? byTrying(model, place, chain) : 0;
          chain.forEach((_, step) => {
            const sums = [...forth[step]!].map((minutes, option) => minutes + back[step]![option]!);
            expect(Math.min(...sums)).toBeCloseTo(whole, 6);
          });
        }
      }),
      { numRuns: 60 },
    ));
  test('trading stretches never costs more, and loses no request', () =>
    fc.assert(
      fc.property(asked, (one) => {
        const model = modelOf(randomInstance(one));
        const greedy = greedyPlan(model)!;
        const traded = crossOver(model, greedy.chains)!;
        expect(traded.minutes).toBeLessThanOrEqual(greedy.minutes + 1e-6);
        expect(traded.minutes).toBeGreaterThanOrEqual(planFixedOrder(model).minutes - 1e-6);
        expect(traded.chains.flat().sort((a, b) => a - b)).toEqual(all(model));
      }),
      { numRuns: 60 },
    ));
});
