import { expect, test } from 'vitest';
import type { Entry } from '../../src/core/ledger/entry.ts';
import { writeEntries } from '../../src/server/ledger/writing/write.ts';
import { checkFacts } from '../../src/server/machine/check.ts';
import { entry, piece } from '../support/entries.ts';
import { furnishedHere, ids } from '../support/workshop.ts';

furnishedHere();

const now = new Date();
const ago = (hours: number) => new Date(now.getTime() - hours * 3_600_000).toISOString();
const on = (hours: number) => ({ machineId: ids.four, jobId: ids.job, at: ago(hours) });
const facts = () =>
  checkFacts(ids.four, {
    now,
    dayStart: new Date(now.getTime() - 8 * 3_600_000),
    jobSince: null,
    everyDays: 7,
  });
const broke = (
  hours: number,
  fault: 'loops' | 'bobbin_break' | 'nest' | 'shred',
  rest: Partial<Entry> = {},
) => entry('break', { fault }, { ...on(hours), head: 1, position: 3, ...rest });

test('breaks that ask for the case are counted before its last measuring and since, with the stitches of all heads', async () => {
  expect(await facts()).toMatchObject({ caseAt: null, breaksRose: null });
  await writeEntries([
    // More than four weeks before it was measured: of another time.
    broke(33 * 24, 'nest'),
    piece({ 3: 900_000 }, on(33 * 24), [1, 2]),
    // Before it: two heads sew 60,000 each, two breaks.
    piece({ 3: 40_000, 7: 20_000 }, on(6 * 24), [1, 2]),
    broke(6 * 24, 'loops'),
    broke(5 * 24, 'bobbin_break', { head: 2 }),
    entry('case_measured', { grams: 27, bobbinKindId: null }, on(4 * 24)),
    // Since: 20,000 on one head; seven breaks, and two that are not the case's.
    piece({ 3: 20_000 }, on(3 * 24), [2]),
    ...[1, 2, 3, 4, 5, 6, 7].map((hour) => broke(2 * 24 + hour, hour % 2 ? 'loops' : 'nest')),
    broke(24, 'shred'),
    broke(23, 'shred'),
  ]);
  const { caseAt, breaksRose } = await facts();
  expect(caseAt).toBe(ago(4 * 24));
  // 2 in 120,000 make a third of one in 20,000.
  expect(breaksRose).toBe(
    'Breaks on the bobbin’s side rose since it was measured: 7 in 20 thousand stitches, where 0.3 were usual.',
  );
});

test('measured anew, what was before is no news', async () => {
  await writeEntries([entry('case_measured', { grams: 27, bobbinKindId: null }, on(1))]);
  expect(await facts()).toMatchObject({ caseAt: ago(1), breaksRose: null });
});
