import { describe, expect, test } from 'vitest';
import { planFixedOrder } from '../seating/fixed-order.ts';
import { costed, latenessCost, leastLateness } from '../ordering/lateness.ts';
import { modelOf } from '../model/model.ts';
import { changesBefore } from '../ordering/late-orders.ts';
import { shareOut } from './share-out.ts';
import { type ShareProblem } from './share-problem.ts';
import { permutations } from '../../../../tests/support/permutations.ts';
import { randomInstance } from '../../../../tools/made/plans/plan-instances.ts';

/** Two machines of unlike heads; every job may be sewn on either, quicker on the second. */
function twoMachines(seed: number, jobs: number): ShareProblem {
  const size = { jobs, perJob: 3, threads: 6, needles: 3, acceptable: 2 };
  const heron = randomInstance({ seed, positions: 5, ...size });
  const teal = randomInstance({ seed: seed + 500, positions: 4, ...size });
  return {
    classes: heron.classes,
    minutes: heron.minutes,
    stays: {},
    machines: [
      { id: 'heron', name: 'Heron', positions: heron.positions, jobs: heron.jobs },
      {
        id: 'teal',
        name: 'Teal',
        positions: teal.positions,
        jobs: heron.jobs.map((job) => ({ ...job, sewMinutes: job.sewMinutes / 2 })),
      },
    ],
  };
}

/** Every split, every order of each share, each planned exactly. */
function everySplit({ machines, classes, minutes }: ShareProblem, spanWeight: number): number {
  const count = machines[0]!.jobs.length;
  let least = Infinity;
  for (let split = 0; split < machines.length ** count; split++) {
    const shares = machines.map((_, machine) =>
      Array.from({ length: count }, (_unused, job) => job).filter(
        (job) => Math.floor(split / machines.length ** job) % machines.length === machine,
      ),
    );
    const costs = shares.map((share, machine) => {
      if (share.length === 0) return 0;
      return Math.min(
        ...permutations(share).map((order) => {
          const jobs = order.map((job) => machines[machine]!.jobs[job]!);
          const model = modelOf({ positions: machines[machine]!.positions, jobs, classes, minutes });
          const plan = planFixedOrder(model);
          return plan.minutes + latenessCost(jobs, changesBefore(model, plan), costed);
        }),
      );
    });
    const loads = shares.map((share, machine) =>
      share.reduce((sum, job) => sum + machines[machine]!.jobs[job]!.sewMinutes, 0),
    );
    least = Math.min(least, costs.reduce((a, b) => a + b, 0) + spanWeight * Math.max(...loads));
  }
  return least;
}

describe('sharing jobs out over machines', () => {
  for (let seed = 1; seed <= 12; seed++)
    test(`instance ${seed}: as good as trying every split in every order`, () => {
      const problem = twoMachines(seed, 4);
      const outcome = shareOut(problem);
      expect(outcome.proven).toBe(true);
      expect(outcome.cost).toBeCloseTo(everySplit(problem, 0.1), 6);
      expect(outcome.bound).toBeCloseTo(outcome.cost, 6);
      expect(outcome.machines.flatMap((machine) => machine.jobs.map(({ job }) => job)).sort()).toEqual(
        problem.machines[0]!.jobs.map((job) => job.id).sort(),
      );
    });

  test('the parts add up to the cost', () => {
    const problem = twoMachines(40, 5);
    const { machines, cost } = shareOut(problem, { spanWeight: 0.2 });
    const all = machines.flatMap((machine) => machine.jobs);
    const sewing = machines.map((machine) =>
      machine.jobs.reduce((sum, { begins, ends }) => sum + ends - begins, 0),
    );
    const penalties =
      cost - all.reduce((sum, one) => sum + one.changeMinutes + one.late, 0) - 0.2 * Math.max(...sewing);
    expect(penalties).toBeGreaterThan(-1e-6);
    expect(penalties * 2).toBeCloseTo(Math.round(penalties * 2), 6);
  });

  test('a job that stays where it is is sewn there, and first', () => {
    const problem = twoMachines(3, 5);
    const id = problem.machines[0]!.jobs[2]!.id;
    for (const machine of ['heron', 'teal']) {
      const { machines } = shareOut({ ...problem, stays: { [id]: machine } });
      expect(machines.find((one) => one.machine === machine)!.jobs[0]!.job).toBe(id);
    }
  });

  test('due times: what is late on one machine goes to the other', () => {
    const problem = twoMachines(6, 4);
    const tight: ShareProblem = {
      ...problem,
      machines: problem.machines.map((machine) => ({
        ...machine,
        jobs: machine.jobs.map((job) => ({ ...job, sewMinutes: 400, due: 900 })),
      })),
    };
    const { machines } = shareOut(tight, { spanWeight: 0 });
    expect(machines.map((machine) => machine.jobs.length)).toEqual([2, 2]);
    expect(machines.flatMap((machine) => machine.jobs).every((job) => job.late === 0)).toBe(true);
  });

  test('a job that needs a needle which one machine may not hold goes to the other', () => {
    const problem = twoMachines(9, 3);
    const locked = problem.machines[0]!.positions.map((position) => ({
      ...position,
      use: 'locked' as const,
      now: position.now.map((state) => ({ ...state, needle: 'another needle' })),
    }));
    const [heron, teal] = problem.machines;
    const { machines } = shareOut({ ...problem, machines: [{ ...heron!, positions: locked }, teal!] });
    expect(machines[0]!.jobs).toEqual([]);
    expect(machines[1]!.jobs).toHaveLength(3);
    expect(() => shareOut({ ...problem, machines: [{ ...heron!, positions: locked }] })).toThrow(
      /fits no machine/,
    );
  });

  test('stopped at once it still has a split, and does not call it proven', () => {
    const outcome = shareOut(twoMachines(14, 7), { goOn: () => false });
    expect(outcome.machines.flatMap((machine) => machine.jobs)).toHaveLength(7);
    expect(outcome.bound).toBeLessThanOrEqual(outcome.cost + 1e-6);
  });

  test('no machine: says what to do', () =>
    expect(() => shareOut({ ...twoMachines(1, 2), machines: [] })).toThrow(/Set one up first/));
});

describe('the least lateness', () => {
  test('is never above what any order has, and is met by one job', () => {
    const jobs = [
      { sewMinutes: 60, due: 50 },
      { sewMinutes: 30, due: 80 },
      { sewMinutes: 45, due: null },
      { sewMinutes: 90, due: 100 },
    ].map((job, index) => ({ id: `${index}`, name: '', requests: [], ...job }));
    const least = leastLateness(jobs);
    for (const order of permutations(jobs))
      expect(least).toBeLessThanOrEqual(
        latenessCost(
          order,
          order.map(() => 0),
          costed,
        ),
      );
    expect(leastLateness([jobs[0]!])).toBe(10);
  });
});
