import { chance } from '../../../src/core/base/chance.ts';
import { bobbinCases, bobbinKinds, heron, heronHead, jobs, threads } from '../../demo/world.ts';
import type { Entry } from '../../../src/core/ledger/entry.ts';
import { busyHistory } from './history.ts';

const dayMs = 86_400_000;
/** Entries of one job, before the next comes on: two thirds of a day at one every 30 s. */
const entriesOfJob = 2000;

/** The ids of the jobs that {@link yearsHistory} sews, oldest first. */
export function jobsOfYears(count: number): string[] {
  const luck = chance(5);
  return Array.from({ length: Math.ceil(count / entriesOfJob) }, () => luck.uuid7(Date.UTC(2020, 5, 1)));
}

/**
 * Years at a busy machine: {@link busyHistory}, job after job, and what goes with it: shifts, checks, the case at the
 * gauge, cones, upper tensions, broken needles with their held pieces, corrections. `count` entries, the last one now.
 */
export function* yearsHistory(count: number, end: number, stepMs: number): Generator<Entry> {
  const luck = chance(77);
  const ids = jobsOfYears(count);
  const start = end - count * stepMs;
  let given = 0;
  let day = -1;
  for (const entry of busyHistory(count, start, stepMs, 9)) {
    const ms = Date.parse(entry.at);
    const jobId = ids[Math.floor(given / entriesOfJob)]!;
    const common = { machineId: heron.id, at: entry.at, operatorId: entry.operatorId, jobId, corrects: null };
    let after = 1;
    const extra = (kind: string, data: unknown, where = {}) =>
      ({
        id: luck.uuid7(ms + after++),
        ...common,
        head: null,
        position: null,
        ...where,
        kind,
        data,
      }) as Entry;
    const more: Entry[] = [];
    if (given % entriesOfJob === 0) more.push(extra('job_started', {}));
    if (Math.floor(ms / dayMs) !== day) {
      day = Math.floor(ms / dayMs);
      more.push(...ofDay(day, extra));
    }
    if (entry.kind === 'break' && entry.data.fault === 'needle_broke' && luck.next() < 0.1) {
      const held = extra('piece_held', { breakId: entry.id, why: 'fragment missing' });
      more.push(held, extra('piece_released', { closes: held.id, why: 'fragment found in the hoop' }));
    }
    // One in a hundred was logged at the wrong position.
    if (entry.kind === 'break' && luck.next() < 0.01)
      more.push({
        ...extra('correction', { position: 1 + Math.floor(luck.next() * heron.positions) }),
        corrects: entry.id,
        jobId: null,
      } as Entry);
    for (const one of [{ ...entry, jobId } as Entry, ...more]) {
      if (given++ >= count) return;
      yield one;
    }
  }
}

type Extra = (kind: string, data: unknown, where?: object) => Entry;

/** What a day brings beside sewing. */
function ofDay(day: number, extra: Extra): Entry[] {
  const position = (day % heron.positions) + 1;
  const thread = threads.find((one) => one.code === heronHead[position - 1]![0])!;
  const made = [
    extra('shift', { is: 'ended', note: 'Position 9 frays more than the others.' }),
    extra('shift', { is: 'begun' }),
    ...['oil-hook', 'tails', 'underside'].map((item) =>
      extra('check_done', { item, says: item, state: 'done' }),
    ),
    extra('cone_mounted', { threadId: thread.id, coneId: null, fibre: thread.fibre }, { head: 1, position }),
    extra('upper_gauged', { grams: 100 + (day % 40) }, { head: 1, position }),
  ];
  if (day % 4 === 0) made.push(extra('check_done', { item: 'oil-bars', says: 'oil-bars', state: 'done' }));
  if (day % 3 === 0)
    made.push(
      extra('case_measured', {
        grams: 22 + (day % 9),
        caseId: bobbinCases[0]!.id,
        bobbinKindId: bobbinKinds[0]!.id,
        by: 'case-gauge',
        spread: 0.6,
        verdict: 'steady',
      }),
    );
  return made;
}

/** Rows of the jobs sewn in those years: the newest stands open, the others are done. */
export function jobRows(count: number): { id: string; name: string; customer: string; pieces: number }[] {
  return jobsOfYears(count).map((id, index) => {
    const like = jobs[index % jobs.length]!;
    return { id, name: `${like.name} ${index + 1}`, customer: like.customer, pieces: 600 };
  });
}
