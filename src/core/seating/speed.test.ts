import { expect, test } from 'vitest';
import type { Fibre } from '../thread/fibres.ts';
import { slowestOf } from '../advice/stop-advice.ts';
import { speedLimits } from './speed.ts';

const polyester = (weightNo: number) => ({ weightNo, tex: 1000 / weightNo, fibre: 'polyester' as const });
const threads = new Map<string, { weightNo: number; tex: number; fibre: Fibre }>([
  ['red', polyester(40)],
  ['gold', { weightNo: 40, tex: 25, fibre: 'metallic' as const }],
]);
const job = (cloth: string, ...stops: [string, 'fill' | 'foam'][]) => ({
  cloth,
  stops: stops.map(([threadId, element], index) => ({ stop: index + 1, threadId, element, position: null })),
});
const limits = (asked: ReturnType<typeof job>) => speedLimits(asked, { threads, schools: {} });

// Common practice, no published source: foam 650, metallic 700 st/min at most.
test('each stop has its own limit, or none; the slowest limits the job', () => {
  const mixed = limits(job('canvas', ['red', 'fill'], ['gold', 'fill'], ['red', 'foam']));
  expect(mixed.map((one) => one?.limit ?? null)).toEqual([null, 700, 650]);
  expect(slowestOf(mixed)).toMatchObject({
    limit: 650,
    stop: 3,
    because: expect.stringMatching(/\S/) as string,
  });
  expect(slowestOf([mixed[1]!, { ...mixed[1]!, stop: 9 }])?.stop).toBe(2);
  expect(slowestOf([null, null])).toBeNull();
});
test('of a cloth or a thread that is not known nothing is said', () => {
  expect(limits(job('moonstuff', ['gold', 'fill']))).toEqual([null]);
  expect(limits(job('canvas', ['gone', 'fill']))).toEqual([null]);
});
