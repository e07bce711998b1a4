import { beforeAll, describe, expect, test } from 'vitest';
import { v7 as uuid7 } from 'uuid';
import { ask, furnish, ids, newServer } from '../support/workshop.ts';

let base: string;
const other = uuid7();
const hour = 3_600_000;

beforeAll(async () => {
  base = (await newServer()).address;
  await furnish(base);
  const added = await ask(base, 'POST', '/api/jobs', {
    jobs: [
      {
        id: other,
        name: 'Other',
        customer: '',
        cloth: 'felt',
        pieces: 9,
        due: null,
        note: '',
        stops: [{ stop: 1, threadId: ids.gold, stitches: 700, element: 'satin', position: null }],
      },
    ],
  });
  expect(added.status).toBe(201);
  const piece = (hoursAgo: number, jobId: string, stops: readonly [number, number][]) => ({
    id: uuid7(),
    machineId: ids.machine,
    at: new Date(Date.now() - hoursAgo * hour).toISOString(),
    kind: 'piece_finished',
    jobId,
    data: {
      heads: [1],
      speed: 700,
      stops: stops.map(([position, stitches], index) => ({ stop: index + 1, position, stitches })),
    },
  });
  const entries = [
    piece(24 * 40, ids.job, [[1, 5000]]),
    piece(30, ids.job, [
      [1, 1000],
      [2, 500],
    ]),
    piece(29, ids.job, [[1, 1000]]),
    piece(20, other, [[5, 700]]),
    piece(10, ids.job, [[1, 1000]]),
    piece(9, other, [[5, 9999]]),
  ];
  const stored = await ask(base, 'POST', '/api/ledger', { entries });
  expect(stored.status).toBe(201);
  const undone = await ask(base, 'POST', '/api/ledger', {
    entries: [
      {
        id: uuid7(),
        machineId: ids.machine,
        at: new Date().toISOString(),
        kind: 'correction',
        corrects: entries[5]!.id,
        data: { void: true },
      },
    ],
  });
  expect(undone.status).toBe(201);
});

interface Sewn {
  positions: { position: number; stitches: number }[];
  runs: { jobId: string }[];
  jobs: { id: string }[];
}
const sewn = (query = '') => ask<Sewn>(base, 'GET', `/api/machines/${ids.machine}/sewn${query}`);

describe('what a machine sewed lately', () => {
  test('stitches by position, what was taken back left out; a job that came again is a run of its own', async () => {
    const { status, body } = await sewn();
    expect(status).toBe(200);
    expect(body.positions).toEqual([
      { position: 1, stitches: 3000 },
      { position: 2, stitches: 500 },
      { position: 5, stitches: 700 },
    ]);
    expect(body.runs.map((run) => run.jobId)).toEqual([ids.job, other, ids.job]);
    expect(body.jobs.map((job) => job.id).sort()).toEqual([ids.job, other].sort());
  });
  test('further back when asked', async () => {
    const { body } = await sewn('?weeks=8');
    expect(body.positions[0]).toEqual({ position: 1, stitches: 8000 });
  });
  test('a machine that sewed nothing; one that is not there; weeks that are none', async () => {
    const idle = await ask<Sewn>(base, 'GET', `/api/machines/${ids.four}/sewn`);
    expect(idle.body).toMatchObject({ positions: [], runs: [], jobs: [] });
    expect((await ask(base, 'GET', `/api/machines/${uuid7()}/sewn`)).status).toBe(404);
    expect((await sewn('?weeks=0')).status).toBe(422);
  });
});
