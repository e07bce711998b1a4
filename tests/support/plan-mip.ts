import highsLoader from 'highs';
import type { HeadState, PlanProblem, PlanRequest } from '../../src/engines/planner/problem/problem.ts';

type Solver = Awaited<ReturnType<typeof highsLoader>>;
let solver: Promise<Solver> | undefined;
/** The reference solver (HiGHS). One instance crashes after many models, so it is made anew now and then. */
let solved = 0;
async function highs(): Promise<Solver> {
  if (!solver || solved++ % 100 === 99) solver = highsLoader();
  return solver;
}

/**
 * Minutes of one change at one position, written down anew from the table of the trade: nothing 0; within the
 * weight class a tie-on; to another class re-thread and re-tension; needle alone needle, re-eye, re-tension; both
 * needle, re-thread, re-tension, or the two one after the other where that is quicker.
 */
export function changeMinutes(
  { minutes: m, classes }: Pick<PlanProblem, 'minutes' | 'classes'>,
  from: HeadState,
  to: { needle: string; thread: string },
): number {
  const keeps = from.needle === to.needle;
  if (from.thread === null) return m.rethread + m.retension + (keeps ? 0 : m.needle);
  const sameClass = classes[from.thread] === classes[to.thread];
  const thread = from.thread === to.thread ? 0 : sameClass ? m.tieOn : m.rethread + m.retension;
  if (keeps) return thread;
  const needle = m.needle + m.reeye + m.retension;
  if (from.thread === to.thread) return needle;
  return Math.min(m.needle + m.rethread + m.retension, needle + thread);
}

/**
 * The plan for a fixed order as a mixed-integer programme of its own making: for every position a path through the
 * requests it serves (each in each acceptable needle), every request served once. Returns the least minutes, or null
 * when there is no plan.
 */
export async function mipMinutes(problem: PlanProblem): Promise<number | null> {
  const options = problem.jobs.flatMap((job, jobIndex) =>
    job.requests.flatMap((request, index) =>
      request.needles.map((needle) => ({
        job: jobIndex,
        request: `${jobIndex}_${index}`,
        of: request,
        ...needle,
      })),
    ),
  );
  const cost: string[] = [];
  const names: string[] = [];
  const into = new Map<string, string[]>();
  const outOf = new Map<string, string[]>();
  const served = new Map<string, string[]>();
  const put = (map: Map<string, string[]>, key: string, name: string) =>
    map.set(key, [...(map.get(key) ?? []), name]);
  const places = problem.positions.filter(
    (position) => position.use !== 'reserved' && position.use !== 'out-of-order',
  );
  for (const [p, place] of places.entries()) {
    const allowed = options.filter(({ of: request, needle }) => fits(place, request, needle));
    const arc = (from: string, to: string, minutes: number, request: string) => {
      const name = `x${p}_${from}_${to}`;
      cost.push(`${minutes} ${name}`);
      names.push(name);
      put(outOf, `${p}_${from}`, name);
      put(into, `${p}_${to}`, name);
      put(served, request, name);
    };
    for (const to of allowed) {
      const target = { needle: to.needle, thread: to.of.thread };
      const heads = place.now.map((state) => changeMinutes(problem, state, target));
      const key = `${to.request}_${options.indexOf(to)}`;
      arc('s', key, heads.reduce((a, b) => a + b, 0) + to.penalty, to.request);
      for (const from of allowed) {
        if (from.job >= to.job) continue;
        const change = changeMinutes(problem, { needle: from.needle, thread: from.of.thread }, target);
        const fromKey = `${from.request}_${options.indexOf(from)}`;
        arc(fromKey, key, change * place.now.length + to.penalty, to.request);
      }
    }
  }
  const requests = [...new Set(options.map((option) => option.request))];
  if (requests.some((request) => !served.has(request))) return null;
  const rows = [
    ...requests.map((request) => `${served.get(request)!.join(' + ')} = 1`),
    ...[...outOf].map(([key, out]) =>
      key.endsWith('_s')
        ? `${out.join(' + ')} <= 1`
        : `${out.join(' + ')} ${(into.get(key) ?? []).map((one) => `- ${one}`).join(' ')} <= 0`,
    ),
  ];
  const model = `Minimize\n obj: ${cost.join('\n + ')}\nSubject To\n${rows
    .map((row, index) => ` c${index}: ${row.replace(/(.{150,}?) (?=[+-] )/g, '$1\n ')}`)
    .join('\n')}\nBinary\n ${names.join('\n ')}\nEnd\n`;
  const answer = (await highs()).solve(model, { mip_rel_gap: 0 });
  if (answer.Status === 'Infeasible') return null;
  if (answer.Status !== 'Optimal') throw new Error(`The reference solver says ${answer.Status}.`);
  return answer.ObjectiveValue;
}

function fits(place: PlanProblem['positions'][number], request: PlanRequest, needle: string): boolean {
  if (typeof request.at === 'number' && request.at !== place.position) return false;
  if (place.use === 'locked')
    return (
      place.now.every((state) => state.needle === place.now[0]!.needle) && place.now[0]!.needle === needle
    );
  if (place.use === 'pinned')
    return place.now.every((state) => state.needle === needle && state.thread === request.thread);
  return true;
}
