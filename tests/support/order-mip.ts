import highsLoader from 'highs';
import type { PlanProblem } from '../../src/engines/planner/problem/problem.ts';
import { changeMinutes } from './plan-mip.ts';

/**
 * A programme that no order of the jobs can be below, for a head of one thread a position without locks: a thread on a needle is
 * a seat, which comes onto a position as it is or behind another seat; every request sits on a seat of its thread; and
 * where one seat follows another, the jobs on the first come before those on the second, in one order of all jobs. (Seats
 * taken more than once are let off, so it may be lower than the best plan, never higher.) Returns the least minutes.
 */
export async function leastOfAnyOrder(problem: PlanProblem): Promise<number> {
  const objective: string[] = [];
  const rows: string[] = [];
  const whole: string[] = [];
  const yesNo: string[] = [];
  const seats = new Map<
    string,
    { thread: string; needle: string; name: string; requests: { job: number; sits: string }[] }
  >();
  problem.jobs.forEach((job, jobIndex) =>
    job.requests.forEach((request, index) => {
      const sits = request.needles.map(({ needle, penalty }, at) => {
        const key = `${request.thread} on ${needle}`;
        const seat = seats.get(key) ?? {
          thread: request.thread,
          needle,
          name: `${seats.size}`,
          requests: [],
        };
        seats.set(key, seat);
        const name = `z_${jobIndex}_${index}_${at}`;
        seat.requests.push({ job: jobIndex, sits: name });
        objective.push(`${penalty} ${name}`);
        yesNo.push(name);
        rows.push(`${name} - y_${seat.name} <= 0`);
        return name;
      });
      rows.push(`${sits.join(' + ')} = 1`);
    }),
  );
  const into = new Map<string, string[]>();
  const outOf = new Map<string, string[]>();
  const put = (map: Map<string, string[]>, key: string, name: string) =>
    map.set(key, [...(map.get(key) ?? []), name]);
  const arc = (name: string, minutes: number, from: string, to: string) => {
    objective.push(`${minutes} ${name}`);
    put(outOf, from, name);
    put(into, to, name);
  };
  for (const seat of seats.values()) {
    whole.push(`y_${seat.name}`);
    problem.positions.forEach(({ now }, place) =>
      arc(`o_${place}_${seat.name}`, changeMinutes(problem, now[0]!, seat), `place ${place}`, seat.name),
    );
    for (const before of seats.values()) {
      if (before === seat) continue;
      const follows = `x_${before.name}_${seat.name}`;
      arc(follows, changeMinutes(problem, before, seat), before.name, seat.name);
      for (const request of before.requests)
        for (const two of seat.requests) {
          const order = request.job === two.job ? '' : ` - b_${request.job}_${two.job}`;
          rows.push(
            `${follows} + ${request.sits} + ${two.sits} - y_${before.name} - y_${seat.name}${order} <= 0`,
          );
        }
    }
  }
  for (const { name } of seats.values()) {
    rows.push(`${into.get(name)!.join(' + ')} - y_${name} = 0`);
    rows.push(`${(outOf.get(name) ?? [`0 y_${name}`]).join(' + ')} - y_${name} <= 0`);
  }
  problem.positions.forEach((_, place) => rows.push(`${outOf.get(`place ${place}`)!.join(' + ')} <= 1`));
  const jobs = problem.jobs.map((_, index) => index);
  for (const a of jobs)
    for (const b of jobs) {
      if (a === b) continue;
      yesNo.push(`b_${a}_${b}`);
      if (a < b) rows.push(`b_${a}_${b} + b_${b}_${a} = 1`);
      for (const c of jobs) if (c !== a && c !== b) rows.push(`b_${a}_${b} + b_${b}_${c} - b_${a}_${c} <= 1`);
    }
  const text = `Minimize\n obj: ${objective.join('\n + ')}\nSubject To\n${rows
    .map((row, index) => ` c${index}: ${row.replace(/(.{150,}?) (?=[+-] )/g, '$1\n ')}`)
    .join('\n')}\nGeneral\n ${whole.join('\n ')}\nBinary\n ${yesNo.join('\n ')}\nEnd\n`;
  const answer = (await highsLoader()).solve(text, { mip_rel_gap: 0 });
  if (answer.Status !== 'Optimal') throw new Error(`The reference solver says ${answer.Status}.`);
  return answer.ObjectiveValue;
}
