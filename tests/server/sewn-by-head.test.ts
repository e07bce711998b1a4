import { expect, test } from 'vitest';
import { sewnBetween } from '../../src/core/tension/case/stitches-by-day.ts';
import { writeEntries } from '../../src/server/ledger/writing/write.ts';
import { sewnByHead } from '../../src/server/machine/bench.ts';
import { piece } from '../support/entries.ts';
import { furnishedHere, ids } from '../support/workshop.ts';

furnishedHere();

const dayMs = 86_400_000;
const ago = (days: number) => new Date(Date.now() - days * dayMs).toISOString();

test('what one head of a machine sewed day by day, for the cases at the bench', async () => {
  expect(await sewnByHead(ids.four, 4)).toEqual({});
  const on = (days: number) => ({ machineId: ids.four, jobId: ids.job, at: ago(days) });
  await writeEntries([
    // Four heads sew 12,000 each; then two of them, and a day on which none does.
    piece({ 3: 8000, 7: 4000 }, on(9), [1, 2, 3, 4]),
    piece({ 3: 8000 }, on(7), [1, 2]),
    // Too long ago to matter.
    piece({ 3: 8000 }, on(500), [1, 2, 3, 4]),
  ]);
  // The bench does not wait for the count on a busy machine; it goes on, and is there later.
  let sewn: Awaited<ReturnType<typeof sewnByHead>> = {};
  await expect
    .poll(async () => Object.keys((sewn = await sewnByHead(ids.four, 4))), {
      timeout: 120_000,
      interval: 500,
    })
    .toEqual([ids.four]);
  expect(Object.keys(sewn)).toEqual([ids.four]);
  const { from, until, days } = sewn[ids.four]!;
  expect(from).toBe(ago(9).slice(0, 10));
  expect(days).toEqual([12_000, 0, 4000, 0, 0, 0, 0, 0, 0, 0]);
  expect(Math.abs(Date.parse(until) - Date.now())).toBeLessThan(60_000);
  expect(sewnBetween(sewn[ids.four], `${from}T00:00:00Z`, until)).toBe(16_000);
  // The other machine sewed nothing yet.
  expect(await sewnByHead(ids.machine, 1)).toEqual({});
});
