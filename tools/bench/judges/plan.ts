import highsLoader from 'highs';
import {
  planFixedOrder,
  between,
  forbidden,
  modelOf,
  type Model,
  planOrder,
  runPlan,
} from '../../../src/engines/planner/index.ts';
import { demoHead, demoKind } from '../../made/plans/plan-demo.ts';
import { randomInstance, type InstanceAsked } from '../../made/plans/plan-instances.ts';
import { median } from '../measure.ts';

/**
 * Speed of the head plan, on made-up heads and on heads of the demo's kind.
 * npm run bench:plan           all parts
 * npm run bench:plan fixed     one part: demo, fixed, several, order, due, many, growth, drag
 */
const parts = process.argv.slice(2);
const wants = (part: string) => parts.length === 0 || parts.includes(part);
const shift: Omit<InstanceAsked, 'seed' | 'acceptable' | 'jobs'> = {
  perJob: 7,
  positions: 15,
  threads: 24,
  needles: 5,
};
const share = (values: readonly boolean[]) => `${values.filter(Boolean).length} of ${values.length}`;

function timed<T>(work: () => T): { ms: number; value: T } {
  const began = performance.now();
  const value = work();
  return { ms: performance.now() - began, value };
}
const within = (ms: number) => {
  const began = performance.now();
  return () => performance.now() - began < ms;
};

/** The plan of one-needle requests as the assignment it is, for the reference solver: its friendliest form. */
function asProgramme(model: Model): string {
  const cost: string[] = [];
  const names: string[] = [];
  const rows = new Map<string, string[]>();
  const arc = (from: string, to: string, minutes: number) => {
    if (minutes >= forbidden) return;
    const name = `x_${from}_${to}`;
    cost.push(`${minutes} ${name}`);
    names.push(name);
    for (const [key] of [[`out_${from}`], [`in_${to}`]] as const)
      rows.set(key, [...(rows.get(key) ?? []), name]);
  };
  model.nodes.forEach((to, index) => {
    model.places.forEach((_, place) =>
      arc(`p${place}`, `${index}`, model.onto[place * model.code.length + model.start[index]!]!),
    );
    model.nodes.forEach((from, other) => {
      if (from.job < to.job)
        arc(`${other}`, `${index}`, between(model, other, model.start[other]!, index, model.start[index]!));
    });
  });
  const lines = [...rows].map(
    ([key, list], index) =>
      ` c${index}: ${list.join(' + ').replace(/(.{150,}?) (?=\+ )/g, '$1\n ')} ${key.startsWith('in') ? '= 1' : '<= 1'}`,
  );
  return `Minimize\n obj: ${cost.join('\n + ')}\nSubject To\n${lines.join('\n')}\nBinary\n ${names.join('\n ')}\nEnd\n`;
}

if (wants('demo')) {
  const { ms, value } = timed(() =>
    runPlan({ problem: demoHead(new Date('2026-03-04T08:00:00')), freeOrder: true, frozen: 1 }),
  );
  const came = value.asTheyCame!.changeMinutes;
  console.log(
    `the demo's head, ${value.jobs.length} jobs, ${value.seats.length} threads to seat: as they came ${came} min of changing, laid out job by job ${value.greedy!.changeMinutes} min, best order ${value.changeMinutes} min (${(100 * (1 - value.changeMinutes / came)).toFixed(0)} % less; ${value.proven ? 'proven' : 'not proven'}, ${ms.toFixed(0)} ms); with care ${value.asTheyCame!.cost} and ${value.cost} min`,
  );
}
if (wants('fixed')) {
  const runs = Array.from({ length: 20 }, (_, seed) => {
    const problem = randomInstance({ ...shift, jobs: 40, acceptable: 1, seed: seed + 1 });
    return timed(() => planFixedOrder(modelOf(problem)));
  });
  console.log(
    `fixed order, 40 jobs × 6, one needle each: median ${median(runs.map((run) => run.ms)).toFixed(0)} ms, most ${Math.max(...runs.map((run) => run.ms)).toFixed(0)} ms, proven ${share(runs.map((run) => run.value.proven))}`,
  );
  const highs = await highsLoader();
  for (const seed of [1, 2, 3]) {
    const problem = randomInstance({ ...shift, jobs: 40, acceptable: 1, seed });
    const own = median(Array.from({ length: 5 }, () => timed(() => planFixedOrder(modelOf(problem))).ms));
    const minutes = planFixedOrder(modelOf(problem)).minutes;
    const text = asProgramme(modelOf(problem));
    const reference = timed(() => highs.solve(text));
    console.log(
      `  instance ${seed}: own ${own.toFixed(0)} ms (${minutes} min), reference solver ${reference.ms.toFixed(0)} ms (${reference.value.Status}, ${reference.value.ObjectiveValue} min): ${(reference.ms / own).toFixed(0)} times`,
    );
  }
}
if (wants('several')) {
  for (const locks of [0, 2]) {
    const runs = Array.from({ length: 40 }, (_, seed) => {
      const problem = randomInstance({ ...shift, jobs: 40, acceptable: 3, locks, seed: seed + 1 });
      const go = within(6000);
      return timed(() => planFixedOrder(modelOf(problem), { goOn: go }));
    });
    console.log(
      `fixed order, 40 jobs × 6, up to three needles each, ${locks} locks: median ${median(runs.map((run) => run.ms)).toFixed(0)} ms; proven under 2 s ${share(runs.map((run) => run.value.proven && run.ms < 2000))}, under 6 s ${share(runs.map((run) => run.value.proven))}; largest gap ${Math.max(...runs.map((run) => run.value.minutes - run.value.bound)).toFixed(1)} min`,
    );
  }
}
if (wants('drag')) {
  // The plan stood on the screen before one dragged in it: the worker has planned already.
  const runs = Array.from({ length: 20 }, (_, seed) => {
    const problem = demoKind(seed, 12);
    const [first, ...others] = problem.jobs;
    runPlan({ problem });
    return timed(() => runPlan({ problem: { ...problem, jobs: [...others, first!] } }));
  });
  console.log(
    `after a drag, 12 jobs of the demo's kind, fixed order: median ${median(runs.map((run) => run.ms)).toFixed(0)} ms, most ${Math.max(...runs.map((run) => run.ms)).toFixed(0)} ms, proven ${share(runs.map((run) => run.value.proven))}`,
  );
}
if (wants('order')) {
  for (const jobs of [6, 8, 10]) {
    const runs = Array.from({ length: 10 }, (_, seed) => {
      const go = within(10_000);
      return timed(() => planOrder(demoKind(seed, jobs), { goOn: go }));
    });
    console.log(
      `order free, ${jobs} jobs of the demo's kind: proven under 1 s ${share(runs.map((run) => run.value.proven && run.ms < 1000))}, under 5 s ${share(runs.map((run) => run.value.proven && run.ms < 5000))}, under 10 s ${share(runs.map((run) => run.value.proven))}; median ${median(runs.map((run) => run.ms)).toFixed(0)} ms; largest gap ${Math.max(...runs.map((run) => run.value.cost - run.value.bound)).toFixed(1)} min`,
    );
  }
}
if (wants('due')) {
  const runs = Array.from({ length: 10 }, (_, seed) => {
    const problem = demoKind(seed, 10);
    // Due in the order they came, tightly: each when so many jobs of the mean length are done, and three more.
    const mean = problem.jobs.reduce((sum, job) => sum + job.sewMinutes, 0) / problem.jobs.length;
    const jobs = problem.jobs.map((job, index) => ({ ...job, due: Math.round(mean * (index + 4)) }));
    const go = within(10_000);
    return timed(() => planOrder({ ...problem, jobs }, { goOn: go }));
  });
  const late = runs.map(({ value }) => value.cost - value.plan.minutes);
  console.log(
    `order free, 10 jobs of the demo's kind with due times: proven under 5 s ${share(runs.map((run) => run.value.proven && run.ms < 5000))}, under 10 s ${share(runs.map((run) => run.value.proven))}; median ${median(runs.map((run) => run.ms)).toFixed(0)} ms; largest gap ${Math.max(...runs.map((run) => run.value.cost - run.value.bound)).toFixed(1)} min; late in ${late.filter((one) => one > 0).length} of them`,
  );
}
if (wants('many')) {
  for (const seed of [1, 2, 3]) {
    const problem = demoKind(seed, 60);
    const [short, long] = [10_000, 60_000].map(
      (ms) => planOrder(problem, { goOn: within(ms), tries: 1_000_000 }).cost,
    );
    const came = planFixedOrder(modelOf(problem), { goOn: within(5000) }).minutes;
    console.log(
      `60 jobs, seed ${seed}: as they came ${came} min, after 10 s ${short} min, after 60 s ${long} min: ${(((short! - long!) / long!) * 100).toFixed(1)} % over`,
    );
  }
}
if (wants('growth')) {
  for (const jobs of [5, 10, 20, 40, 80]) {
    const ms = [1, 3].map((acceptable) =>
      median(
        [1, 2, 3, 4, 5].map((seed) => {
          const go = within(8000);
          return timed(() =>
            planFixedOrder(modelOf(randomInstance({ ...shift, jobs, acceptable, seed })), { goOn: go }),
          ).ms;
        }),
      ),
    );
    console.log(
      `growth, ${jobs} jobs × 6: one needle ${ms[0]!.toFixed(0)} ms, up to three ${ms[1]!.toFixed(0)} ms`,
    );
  }
}
