import { expect, test } from 'vitest';
import { alikeJobs } from './alike-jobs.ts';
import { defaultMinutes } from '../problem/minutes.ts';
import { modelOf } from '../model/model.ts';
import type { PlanJob } from '../problem/problem.ts';

const request = (thread: string, stop: number) => ({
  thread,
  needles: [{ needle: 'sharp', penalty: 0 }],
  stops: [stop],
  stitches: 1000,
});
const job = (id: string, threads: string[], sewMinutes = 60, due: number | null = null): PlanJob => ({
  ...{ id, name: id, sewMinutes, due },
  requests: threads.map((thread, index) => request(thread, index + 1)),
});
const modelWith = (jobs: PlanJob[]) =>
  modelOf({
    positions: [1, 2, 3].map((position) => ({
      ...{ position, use: 'free' as const, sewn: 0 },
      now: [{ needle: 'sharp', thread: null }],
    })),
    jobs,
    classes: { white: 'a', red: 'a', blue: 'a' },
    minutes: defaultMinutes,
  });

test('lots of one emblem, in whatever order their threads are told, stand in one row', () => {
  const jobs = [job('first', ['white', 'red']), job('other', ['blue']), job('second', ['red', 'white'])];
  expect(alikeJobs(modelWith(jobs), [0, 1, 2])).toEqual({ pairs: [[0, 2]], blocks: [[0, 2]] });
  expect(alikeJobs(modelWith(jobs), [2, 1])).toEqual({ pairs: [], blocks: [] });
});
test('where something is due, the one that is sewn no longer and due no later comes first', () => {
  const two = (first: [number, number | null], second: [number, number | null]) =>
    alikeJobs(modelWith([job('first', ['white'], ...first), job('second', ['white'], ...second)]), [0, 1]);
  expect(two([60, 200], [60, 300])).toEqual({ pairs: [[0, 1]], blocks: [] });
  expect(two([60, null], [40, 300])).toEqual({ pairs: [[1, 0]], blocks: [] });
  // The longer one is due sooner: either may be first.
  expect(two([60, 200], [40, 300])).toEqual({ pairs: [], blocks: [] });
});
test('another needle, or a thread changed in the middle of a piece, makes them unlike', () => {
  const plain = job('plain', ['white']);
  const dearer = {
    ...plain,
    id: 'dearer',
    requests: [{ ...request('white', 1), needles: [{ needle: 'sharp', penalty: 1 }] }],
  };
  expect(alikeJobs(modelWith([plain, dearer]), [0, 1]).blocks).toEqual([]);
  const shared = { ...plain, requests: [{ ...request('white', 1), leaves: 'red' }] };
  expect(alikeJobs(modelWith([shared, { ...shared, id: 'again' }]), [0, 1]).blocks).toEqual([]);
});
