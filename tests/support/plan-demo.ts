import { chance } from '../../scripts/demo/chance.ts';
import { heronHead, jobs, needle, needleLabels, threads } from '../../scripts/demo/world.ts';
import { needleText } from '../../src/core/needle/label.ts';
import { defaultMinutes } from '../../src/core/plan/minutes.ts';
import type { PlanProblem } from '../../src/core/plan/problem.ts';
import { requestsOf, weightClass } from '../../src/core/plan/requests.ts';

/** The demo's machine, threads and waiting jobs as a planning problem. */
export function demoProblem(): PlanProblem {
  return demoKind(0, jobs.length - 4);
}

/**
 * A problem of the demo's kind, `count` jobs: the demo's waiting jobs first, then jobs like them (the same cloths and
 * elements, threads of the same weight by chance). Seed 0 is the demo itself.
 */
export function demoKind(seed: number, count: number): PlanProblem {
  const luck = chance(seed + 1);
  const byId = new Map(threads.map((one) => [one.id, one]));
  const shelf = [...new Set([...heronHead.map(([, label]) => label), ...needleLabels])].map(needle);
  const list = Array.from({ length: count }, (_, index) => {
    const like = jobs[4 + (index % 8)]!;
    const isNew = seed > 0 || index >= 8;
    const used = new Set<string>();
    const stops = like.stops.map(([code, stitches, element], stop) => {
      const own = threads.find((one) => one.code === code)!;
      const same = threads.filter(
        (one) => weightClass(one) === weightClass(own) && !used.has(one.id) && one.fibre !== 'rayon',
      );
      const thread = isNew && same.length > 0 ? luck.pick(same) : own;
      used.add(thread.id);
      return { stop: stop + 1, threadId: thread.id, stitches, element, position: null };
    });
    const { requests } = requestsOf({ cloth: like.cloth, stops }, byId, shelf, {});
    const stitches = stops.reduce((sum, one) => sum + one.stitches, 0);
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
      now: [{ needle: needleText(needle(label)), thread: threads.find((one) => one.code === code)!.id }],
      use: 'free' as const,
      sewn: (index * 7919) % 100_000,
    })),
    jobs: list,
    classes: Object.fromEntries(threads.map((one) => [one.id, weightClass(one)])),
    minutes: defaultMinutes,
  };
}
