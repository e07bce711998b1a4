import { type PositionUse } from '../../../src/engines/planner/problem/uses.ts';
import fc from 'fast-check';
import type { PlanProblem, PlanRequest } from '../../../src/engines/planner/problem/problem.ts';
import { defaultMinutes } from '../../../src/engines/planner/problem/minutes.ts';
import { chance } from '../../../src/core/base/chance.ts';

export interface InstanceAsked {
  seed: number;
  jobs: number;
  /** Distinct threads of a job, at most. */
  perJob: number;
  positions: number;
  threads: number;
  needles: number;
  /** Acceptable needles of a request, at most. */
  acceptable: number;
  pins?: number;
  locks?: number;
  reserved?: number;
  bare?: number;
  heads?: number;
}

/** Small heads and shifts of every kind, without pins and locks. */
export const anyInstance: fc.Arbitrary<InstanceAsked> = fc.record({
  seed: fc.integer({ min: 1, max: 1_000_000 }),
  jobs: fc.integer({ min: 1, max: 7 }),
  perJob: fc.integer({ min: 1, max: 4 }),
  positions: fc.integer({ min: 5, max: 8 }),
  threads: fc.integer({ min: 4, max: 9 }),
  needles: fc.integer({ min: 2, max: 4 }),
  acceptable: fc.integer({ min: 1, max: 3 }),
  bare: fc.integer({ min: 0, max: 2 }),
  heads: fc.integer({ min: 1, max: 3 }),
});

/** A made-up head and shift, the same for the same seed. Threads lie in three weight classes. */
export function randomInstance(asked: InstanceAsked): PlanProblem {
  const luck = chance(asked.seed);
  const thread = (index: number) => `t${index}`;
  const needle = (index: number) => `n${index}`;
  const classes = Object.fromEntries(
    Array.from({ length: asked.threads }, (_, index) => [
      thread(index),
      `w${index % 3 === 2 ? index % 2 : 0}`,
    ]),
  );
  const uses: PositionUse[] = [
    ...Array.from({ length: asked.pins ?? 0 }, () => 'pinned' as const),
    ...Array.from({ length: asked.locks ?? 0 }, () => 'locked' as const),
    ...Array.from({ length: asked.reserved ?? 0 }, () => 'reserved' as const),
  ];
  const any = (count: number) => Math.floor(luck.next() * count);
  const positions = Array.from({ length: asked.positions }, (_, index) => ({
    position: index + 1,
    now: Array.from({ length: asked.heads ?? 1 }, () => ({
      needle: needle(any(asked.needles)),
      thread: index < (asked.bare ?? 0) ? null : thread(any(asked.threads)),
    })),
    use: uses[asked.positions - 1 - index] ?? ('free' as const),
    sewn: any(200) * 1000,
  }));
  for (const position of positions) if (position.use === 'pinned') position.now.fill(position.now[0]!);
  const jobs = Array.from({ length: asked.jobs }, (_, job) => {
    const count = Math.max(1, asked.perJob - any(3));
    const used = new Set<number>();
    while (used.size < Math.min(count, asked.threads)) used.add(any(asked.threads));
    const requests = [...used].map((index, stop): PlanRequest => {
      // A thread has its usual needle; others do at a price.
      const usual = index % asked.needles;
      const many = 1 + any(asked.acceptable);
      const needles = Array.from({ length: many }, (_, rank) => ({
        needle: needle((usual + rank) % asked.needles),
        penalty: rank === 0 ? 0 : 0.5 * (1 + any(6)),
      }));
      return { thread: thread(index), needles, stops: [stop + 1], stitches: 500 + any(6000) };
    });
    return { id: `j${job}`, name: `Job ${job + 1}`, requests, sewMinutes: 20 + any(200), due: null };
  });
  return { positions, jobs, classes, minutes: defaultMinutes };
}

// Needles as packs name them, so that a scheme may name them.
const labels = ['65/9 sharp', '75/11 sharp', '75/11 light ball', '80/12 sharp'];
const named = (needle: string) => labels[Number(needle.slice(1))]!;

/** The same head and shift with needles that bear the names that packs have. Valid: four needles at most. */
export const withNeedleNames = (problem: PlanProblem): PlanProblem => ({
  ...problem,
  positions: problem.positions.map((place) => ({
    ...place,
    now: place.now.map((head) => ({ ...head, needle: head.needle && named(head.needle) })),
  })),
  jobs: problem.jobs.map((job) => ({
    ...job,
    requests: job.requests.map((request) => ({
      ...request,
      needles: request.needles.map(({ needle, penalty }) => ({ needle: named(needle), penalty })),
    })),
  })),
});
