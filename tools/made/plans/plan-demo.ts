import { addDays, formatISO } from 'date-fns';
import { chance } from '../../../src/core/base/chance.ts';
import { piecesSewn } from '../../demo/history.ts';
import {
  heron,
  heronHead,
  jobs,
  measuresOf,
  needle,
  needleLabels,
  threadByCode,
  threads,
} from '../../demo/world.ts';
import { needleText } from '../../../src/core/needle/label.ts';
import { defaultMinutes } from '../../../src/engines/planner/problem/minutes.ts';
import type { PlanProblem } from '../../../src/engines/planner/problem/problem.ts';
import { requestsOf, weightClass } from '../../../src/core/plan/asked/requests.ts';
import { emptySetup, problemOf } from '../../../src/core/plan/asked/setup.ts';

/**
 * A problem of the demo's kind, `count` jobs: the demo's waiting jobs first, then jobs like them (the same cloths and
 * elements, threads of the same weight by chance; lots of one emblem keep to one choice of threads). Seed 0 is the
 * demo's threads on its head, with no job frozen and nothing due. `mostStops`: stops of each job at most.
 */
export function demoKind(seed: number, count: number, mostStops = Infinity): PlanProblem {
  const luck = chance(seed + 1);
  const byId = new Map(threads.map((thread) => [thread.id, thread]));
  const shelf = [...new Set([...heronHead.map(([, label]) => label), ...needleLabels])].map(needle);
  const waiting = jobs.filter((job) => !job.done);
  const emblems = new Map<unknown, string[]>();
  const list = Array.from({ length: count }, (_, index) => {
    const like = waiting[index % waiting.length]!;
    if (index % waiting.length === 0) emblems.clear();
    const isNew = seed > 0 || index >= waiting.length;
    const used = new Set<string>();
    const chosen =
      emblems.get(like.stops) ??
      like.stops.map(([code]) => {
        const own = threadByCode(code);
        const same = threads.filter(
          (one) => weightClass(one) === weightClass(own) && !used.has(one.id) && one.fibre !== 'rayon',
        );
        const thread = isNew && same.length > 0 ? luck.pick(same) : own;
        used.add(thread.id);
        return thread.id;
      });
    emblems.set(like.stops, chosen);
    const stops = like.stops.map((stop, at) => ({
      stop: at + 1,
      threadId: chosen[at]!,
      stitches: stop[1],
      element: stop[2],
      position: null,
      ...measuresOf(stop),
    }));
    const { requests } = requestsOf(
      { cloth: like.cloth, garment: like.garment, stops: stops.slice(0, mostStops) },
      byId,
      shelf,
      {},
    );
    const stitches = stops.reduce((sum, stop) => sum + stop.stitches, 0);
    return {
      id: `job ${index}`,
      name: like.name,
      requests,
      sewMinutes: Math.round((stitches / 700) * like.pieces),
      due: null,
    };
  });
  return {
    positions: heronHead.map(([code, label], index) => ({
      position: index + 1,
      now: [{ needle: needleText(needle(label)), thread: threadByCode(code).id }],
      use: 'free' as const,
      sewn: (index * 7919) % 100_000,
    })),
    jobs: list,
    classes: Object.fromEntries(threads.map((thread) => [thread.id, weightClass(thread)])),
    minutes: defaultMinutes,
  };
}

/**
 * The plan that the demo's head opens with on a day: its first eight jobs as they came, those sewn on the other machine
 * left out, with their due times; the first is on the machine.
 */
export function demoHead(today: Date): PlanProblem {
  const day = (date: Date) => formatISO(date, { representation: 'date' });
  const waiting = jobs
    .map((job, index) => ({ ...job, id: `${index}`, sewn: piecesSewn.get(index) ?? 0 }))
    .filter((job) => !job.done && job.name !== onTeal)
    .slice(0, 8);
  return problemOf(
    { ...emptySetup, order: waiting.map(({ id }) => id), frozen: 1 },
    {
      machine: heron,
      seats: heronHead.map(([code, label], index) => ({
        ...{ head: 1, position: index + 1 },
        needle: { spec: needle(label), age: { stitches: 0 } },
        cone: { threadId: threadByCode(code).id },
      })) as never,
      running: { id: waiting[0]!.id, startedAt: today.toISOString(), seating: {} },
      jobs: waiting.map(({ stops, sewn, dueIn, ...job }) => ({
        ...job,
        done: sewn,
        due: day(addDays(today, dueIn)),
        stops: stops.map((stop, index) => ({
          ...{ stop: index + 1, threadId: threadByCode(stop[0]).id, stitches: stop[1], element: stop[2] },
          ...{ position: null, ...measuresOf(stop) },
        })),
      })),
      threads,
      shelf: needleLabels.map(needle),
      schools: {},
      today: day(today),
    },
  );
}
const onTeal = 'Crew softshells, winter';
