import { type NeedleReason } from '../../src/core/needle/reasons.ts';
import { inLedgerOrder, type Entry, type EntryData, type EntryKind } from '../../src/core/ledger/entry.ts';
import type { Fault } from '../../src/core/fault/faults.ts';
import type { Machine } from '../../src/schemas/workshop.ts';
import { defaultSchools } from '../../src/core/advice/schools.ts';
import { effectiveEntries } from '../../src/core/ledger/effective.ts';
import { emptyHead, foldHead } from '../../src/core/ledger/head.ts';
import type { HeadNow } from '../../src/core/ledger/head-now.ts';
import { afterTurn, cellsOf } from '../../src/core/tension/case/belief/after-turn.ts';
import { afterStep, beliefOf, newCase } from '../../src/core/tension/case/belief/screw.ts';
import { bandOf } from '../../src/core/tension/targets.ts';
import { placesOf } from '../../src/core/seating/seating.ts';
import { chance } from '../../src/core/base/chance.ts';
import { demoTraces } from './traces.ts';
import {
  bobbinCases,
  bobbinKinds,
  cones,
  heron,
  heronHead,
  jobId,
  jobs,
  needle,
  operators,
  teal,
  tealHead,
  threadByCode,
  threads,
} from './world.ts';

const { from, to } = bandOf(defaultSchools.case);
const minute = 60_000;
const day = 24 * 60 * minute;

/** How likely each kind of stop is, by what operators tell. Invented weights, for the demo only. */
const faultWeights: [Fault, number][] = [
  ['snap', 30],
  ['shred', 26],
  ['false_stop', 12],
  ['bobbin_out', 14],
  ['bobbin_break', 4],
  ['needle_broke', 2],
  ['loops', 5],
  ['nest', 4],
  ['skipped', 3],
];

interface Plan {
  machine: Machine;
  head: [thread: string, needle: string][];
  /** Job indexes in the order they were sewn, with how many rounds (every head sews one piece a round). */
  sewn: { job: number; rounds: number }[];
  speed: number;
}

const plans: Plan[] = [
  {
    machine: heron,
    head: heronHead,
    speed: 780,
    sewn: [
      { job: 0, rounds: 48 },
      { job: 1, rounds: 36 },
      { job: 2, rounds: 24 },
      { job: 3, rounds: 40 },
      { job: 6, rounds: 22 },
      { job: 4, rounds: 27 },
    ],
  },
  {
    machine: teal,
    head: tealHead,
    speed: 850,
    sewn: [
      { job: 14, rounds: 6 },
      { job: 13, rounds: 5 },
    ],
  },
];

/** Pieces of each job that are sewn, by its index. */
export const piecesSewn = new Map(
  plans.flatMap(({ machine, sewn }) => sewn.map(({ job, rounds }) => [job, rounds * machine.heads] as const)),
);

/** Three weeks of ledger that end at `now` (ms), the same for the same `now` but for ids' times. */
export function demoHistory(now: number): Entry[] {
  const sewn = plans.flatMap((plan, index) => {
    // Once to learn when the last shift ends, once more so that it ends just now, whatever the time of day.
    const end = Date.parse(machineHistory(plan, now, 20 + index).at(-1)!.at);
    return machineHistory(plan, now - (end - (now - 7 * minute)), 20 + index);
  });
  return [...sewn, ...demoTraces(now - 7 * minute)].sort(inLedgerOrder);
}

function machineHistory({ machine, head, sewn, speed }: Plan, now: number, seed: number): Entry[] {
  const luck = chance(seed);
  const entries: Entry[] = [];
  const heads = Array.from({ length: machine.heads }, (_, index) => index + 1);
  const total = sewn.reduce((sum, { rounds }) => sum + rounds, 0);
  let clock = now - 21 * day;
  let operator = operators[0]!;
  let caseGrams = 27;
  let followed = newCase();
  let isCaseIn = false;
  let gaugedAt = clock;
  let currentJob: string | null = null;
  const put = <K extends EntryKind>(
    kind: K,
    data: EntryData[K],
    seat: { head: number; position: number | null } | null = null,
  ) => {
    const entry = {
      id: luck.uuid7(clock),
      machineId: machine.id,
      kind,
      at: new Date(clock).toISOString(),
      head: seat?.head ?? null,
      position: seat?.position ?? null,
      operatorId: operator.id,
      jobId: currentJob,
      corrects: null,
      data,
    } as unknown as Entry;
    entries.push(entry);
    clock += 1500;
    return entry;
  };
  const fit = (seat: { head: number; position: number }, reason: NeedleReason) =>
    put('needle_fitted', { needle: needle(head[seat.position - 1]![1]), reason }, seat);

  for (const headNo of heads) {
    head.forEach(([code], index) => {
      const seat = { head: headNo, position: index + 1 };
      fit(seat, 'other');
      const thread = threadByCode(code);
      // Where an article sits first on the machine its very cone is known; the others were mounted unnamed.
      const twin = machine.heads === 1 ? 0 : 1;
      const isFirst = headNo === 1 && head.findIndex(([other]) => other === code) === index;
      const coneId = isFirst ? cones.filter((cone) => cone.threadId === thread.id)[twin]!.id : null;
      put('cone_mounted', { threadId: thread.id, coneId, fibre: thread.fibre }, seat);
    });
  }

  let done = 0;
  for (const { job, rounds } of sewn) {
    const asItStands = foldHead(emptyHead(machine.heads, machine.positions), effectiveEntries(entries));
    const stops = placedStops(job, asItStands, clock);
    currentJob = jobId(job);
    clock = Math.max(clock, dayStart(now, total, done));
    put('job_started', { seating: stops.map(({ stop, position }) => ({ stop, position })) });
    for (let round = 0; round < rounds; round++, done++) {
      const start = dayStart(now, total, done);
      if (start - clock > 4 * 60 * minute) {
        // A new shift: the case is gauged, sometimes a tired needle goes.
        clock = start;
        operator = luck.pick(operators);
        gauge();
        if (luck.next() < 0.35) fit({ head: luck.pick(heads), position: luck.pick(stops).position }, 'worn');
      }
      for (const stop of stops) {
        clock += (stop.stitches / speed) * minute;
        // Position 9 frays more than the others: the demo's story to find.
        const rate = stop.position === 9 ? 1 / 6_000 : 1 / 52_000;
        if (luck.next() < stop.stitches * rate)
          stopAt({ head: luck.pick(heads), position: stop.position }, stop.position === 9);
      }
      put('piece_finished', { heads, speed, stops });
      clock += luck.between(1.2, 2.6) * minute;
    }
  }
  putBlock();
  return entries;

  /** The case is gauged; when it is off, its screw is turned and it is gauged again. */
  function gauge() {
    const caseId = bobbinCases[machine === heron ? 0 : 1]!.id;
    const bobbinKindId = bobbinKinds[0]!.id;
    const read = (exact: number) => {
      const grams = Math.round(exact * 10) / 10;
      followed = afterStep(followed, { is: 'reading', grams, days: (clock - gaugedAt) / day });
      gaugedAt = clock;
      put('case_measured', {
        ...{ grams, caseId },
        bobbinKindId,
        by: 'case-gauge',
        spread: 0.6,
        verdict: 'steady',
      });
    };
    if (!isCaseIn) put('case_fitted', { caseId }, { head: 1, position: null });
    isCaseIn = true;
    caseGrams += luck.between(-3.5, 4.5);
    read(caseGrams + luck.between(-1, 1));
    const turns = caseGrams > 31 ? -1 / 8 : caseGrams < 24 ? 1 / 8 : 0;
    if (turns === 0) return;
    clock += minute;
    const known = beliefOf(followed)!;
    const { chance: believed } = afterTurn(cellsOf(known), {
      ...known,
      eighths: turns * 8,
      band: { from, to },
    });
    put('screw_turned', { caseId, turns, bobbinKindId, foretold: { believed, said: believed, from, to } });
    followed = afterStep(followed, { is: 'turn', turns });
    caseGrams += turns * (machine === heron ? 44 : 61);
    clock += minute;
    read(caseGrams + luck.between(-1, 1));
  }

  /** The last test block: position 9 pulls too hard, the others are right. */
  function putBlock() {
    clock += 5 * minute;
    put('block_read', {
      caseId: bobbinCases[machine === heron ? 0 : 1]!.id,
      columns: head.map((_, index) => {
        const share = index === 8 ? 0.52 : luck.between(0.29, 0.38);
        const left = 10 * (1 - share) * luck.between(0.47, 0.53);
        const tenth = (value: number) => Math.round(value * 10) / 10;
        return {
          position: index + 1,
          left: tenth(left),
          bobbin: tenth(10 * share),
          right: tenth(10 * (1 - share) - left),
        };
      }),
    });
  }

  function stopAt(seat: { head: number; position: number }, frays: boolean) {
    const fault = frays && luck.next() < 0.7 ? 'shred' : weighted(luck.next());
    const data = fault === 'needle_broke' ? ({ fault, fragments: 'all_found' } as const) : { fault };
    const stopped = put('break', data, seat);
    clock += luck.between(0.6, fault === 'nest' ? 9 : 3.5) * minute;
    if (fault === 'needle_broke') fit(seat, 'broke');
    else if (luck.next() < 0.08) fit(seat, luck.pick(['burr', 'worn'] as const));
    clock += luck.between(0.2, 0.8) * minute;
    put('sewing_again', { closes: stopped.id }, seat);
  }
}

/** When the `index`th of `total` rounds falls: spread over the working days of three weeks, from 8 in the morning. */
function dayStart(now: number, total: number, index: number): number {
  const days = 15;
  const dayIndex = Math.floor((index / total) * days);
  const weekend = Math.floor(dayIndex / 5) * 2;
  const lastDay = days - 1 + 4;
  return now - (lastDay - dayIndex - weekend) * day - 3 * 60 * minute;
}

/** The job's stops where the head sews them: the one seating decides, as on Run. */
function placedStops(job: number, now: HeadNow, at: number) {
  const { cloth, garment, stops } = jobs[job]!;
  const asked = stops.map(([code, stitches, element], index) => ({
    ...{ stop: index + 1, threadId: threadByCode(code).id, stitches, element, position: null },
  }));
  const byId = new Map(threads.map((thread) => [thread.id, thread]));
  const places = placesOf(
    { id: jobId(job), cloth, garment, stops: asked },
    {
      seats: now.seats,
      running: null,
      plan: [],
      threads: byId,
      schools: defaultSchools,
      today: new Date(at).toISOString().slice(0, 10),
    },
  );
  return asked.map(({ stop, stitches }, index) => {
    const position = places[index];
    if (!position) throw new Error(`Demo job ${job}: stop ${stop} is on no position.`);
    return { stop, position, stitches };
  });
}

function weighted(roll: number): Fault {
  let left = roll * faultWeights.reduce((sum, [, weight]) => sum + weight, 0);
  for (const [fault, weight] of faultWeights) if ((left -= weight) < 0) return fault;
  return 'snap';
}
